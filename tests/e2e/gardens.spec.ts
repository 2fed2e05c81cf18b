import type { Page } from '@playwright/test';
import { bar, expect, fresh, step, test, visit } from './bench';

/** Gardens of other people's, each from an empty database by the interface alone. */
const house = (
	name: string,
	nth: number,
	build: (page: Page) => Promise<void>,
	hand: { mainM: number; lph: [outlet: string, low: number, high: number] }
): void => {
	test(name, async ({ page, ports }) => {
		test.setTimeout(90_000);
		page.setDefaultTimeout(8000);
		const own = await fresh(ports(nth));
		try {
			await visit(page, `${own.home}/start`);
			await build(page);
			await settled(page);
			const system = await given(page, own.home);
			console.log(name, JSON.stringify(system, null, 1));
			expect(hand.mainM).toBeGreaterThan(0);
		} finally {
			await own.close();
		}
	});
};

/** The spot: what kind, and how large. */
async function spot(page: Page, kind: string, length: string, width: string, more?: string) {
	await page.getByText(kind, { exact: true }).click();
	await page.getByLabel('Length, m').fill(length);
	await page.getByLabel('Width, m').fill(width);
	if (more) await page.getByText(more, { exact: true }).click();
	await page.getByRole('button', { name: 'This is my spot' }).click();
}
async function begin(page: Page, count: string, crop: string, kind: string) {
	await page.getByLabel('How many').fill(count);
	await page.getByLabel('Of what').selectOption(crop);
	const shown = page.getByText(kind, { exact: true });
	const more = page.getByRole('button', { name: /^Show \d+ more ways/ });
	await expect(shown.or(more).first()).toBeVisible();
	if (!(await shown.isVisible())) await more.click();
	await shown.click();
	await page.getByRole('button', { name: 'Draw it' }).click();
	await expect(step(page, 'place')).toBeVisible();
}
/** A field by its label, which says so where its value is assumed. */
const named = (label: string) => new RegExp(`^${label.replace(/[()]/g, '\\$&')}( ?assumed)?$`);
async function fill(page: Page, label: string, value: string) {
	const field = page.getByRole('textbox', { name: named(label) }).first();
	await field.fill(value);
	await field.press('Tab');
}
const pickOne = (page: Page, label: string, option: string) =>
	page
		.getByRole('combobox', { name: named(label) })
		.first()
		.selectOption(option);

/** Takes what is offered against every stop, as a grower does, until there is none; at most so often. */
async function settled(page: Page, most = 12): Promise<void> {
	for (let i = 0; i < most; i++) {
		await page.waitForTimeout(700);
		await page.getByTitle('All findings, gravest first').click();
		const list = page.locator('.findings-sheet li');
		const all = await list.evaluateAll((items) =>
			items.map((li) => (li as HTMLElement).innerText.replace(/\n/g, ' '))
		);
		if (i === 0) console.log(all.join('\n'));
		await list.first().getByRole('button').click();
		const stop = await bar(page).evaluate((el) => el.classList.contains('stop'));
		if (!stop) return;
		const said = await bar(page).locator('p').innerText();
		const fix = bar(page).locator('.fixes button.main');
		await expect(fix, said).toBeVisible();
		console.log('STOP', said, '->', (await fix.innerText()).replace(/\n/g, ' '));
		await fix.click();
	}
	throw new Error('still stopped');
}

/** What the interface says of the system that was built. */
async function given(page: Page, home: string) {
	const id = page.url().split('/').at(-1)!;
	await expect(page.getByText(/^Saved \d\d:\d\d$/)).toBeVisible();
	const parts = await (await page.request.get(`${home}/api/designs/${id}`)).json();
	await step(page, 'lines').click();
	const list = await page
		.locator('aside li, [role=complementary] li')
		.evaluateAll((items) => items.map((li) => (li as HTMLElement).innerText.replace(/\n/g, ' ')));
	return { stands: parts.design.stands.length, list };
}

const add = async (page: Page, kind: string) => {
	await step(page, 'place').click();
	await page.getByRole('button', { name: 'Add a stand' }).click();
	await page.getByRole('menuitem', { name: kind, exact: true }).click();
};
/** The chosen stand to a place of the floor. */
async function put(page: Page, x: string, y: string, faces: string) {
	await pickOne(page, 'Looks', faces);
	await fill(page, 'From the left', x);
	await fill(page, 'From the front', y);
}
const on = (page: Page, name: RegExp) => page.getByRole('group').getByRole('button', { name });

house(
	'a lamp-lit tent with pots on a tank',
	4,
	async (page) => {
		await spot(page, 'Tent', '1.5', '1.2');
		await begin(page, '9', 'basil', 'Pots on a tank');
	},
	{ mainM: 1, lph: ['A1', 0, 1] }
);

house(
	'a greenhouse with shelves round three walls and a bench in the middle',
	5,
	async (page) => {
		await spot(page, 'Greenhouse', '5', '4');
		await begin(page, '6', 'leaf-lettuce', 'Pots on a tank');
		await step(page, 'place').click();
		await page.getByRole('button', { name: 'Say where it stands' }).click();
		await put(page, '1.5', '3.1', 'front');
		await add(page, 'Pots on a tank');
		await put(page, '0.1', '0.8', 'right');
		await add(page, 'Pots on a tank');
		await put(page, '4.1', '0.8', 'left');
		await add(page, 'Buckets on a bench');
		await put(page, '1.8', '1.2', 'front');
		await page.screenshot({ path: '/tmp/g2.png' });
	},
	{ mainM: 1, lph: ['A1', 0, 1] }
);

house(
	'four rows of buckets with aisles and three joined barrels',
	6,
	async (page) => {
		await spot(page, 'Yard', '9', '6');
		await begin(page, '5', 'tomato', 'Buckets in rows outdoors');
		await step(page, 'sites').click();
		await fill(page, 'Rows', '1');
		await fill(page, 'Buckets a row', '5');
		await step(page, 'place').click();
		await page.getByRole('button', { name: 'Say where it stands' }).click();
		await put(page, '1.6', '0.5', 'front');
		for (const y of ['1.8', '3.1', '4.4']) {
			await on(page, /^Rows/).first().focus();
			await on(page, /^Rows/).first().press('c');
			await put(page, '1.6', y, 'front');
		}
		await step(page, 'tank').click();
		await page.getByText('by a float valve', { exact: true }).click();
		await pickOne(page, 'Vessel', 'barrel-200');
		await fill(page, 'How many, joined at the base', '3');
		await page.screenshot({ path: '/tmp/g3.png' });
	},
	{ mainM: 1, lph: ['A1', 0, 1] }
);

house(
	'seven gutters of 24 m, run to waste from a drum',
	7,
	async (page) => {
		await spot(page, 'Greenhouse', '28', '9');
		await begin(page, '21', 'leaf-lettuce', 'Slabs in a gutter');
		await step(page, 'sites').click();
		await fill(page, 'Length of the gutter', '24000');
		await fill(page, 'Slab spacing', '1100');
		await fill(page, 'Rows', '7');
		await fill(page, 'Slabs a gutter', '21');
		await fill(page, 'Distance between rows', '900');
		await step(page, 'lines').click();
		await pickOne(page, 'Drainage goes', 'waste');
		await step(page, 'tank').click();
		await pickOne(page, 'Tank', 'barrel-200');
		await page.screenshot({ path: '/tmp/g4.png' });
	},
	{ mainM: 1, lph: ['A1', 0, 1] }
);

house(
	'a wall of modules fed at the top',
	8,
	async (page) => {
		await spot(page, 'Wall', '4', '1');
		await begin(page, '24', 'strawberry', 'Pocket panels on a wall');
		await step(page, 'lines').click();
		await pickOne(page, 'Drip lines', 'top');
		await page.screenshot({ path: '/tmp/g5.png' });
	},
	{ mainM: 1, lph: ['A1', 0, 1] }
);

house(
	'a bank of towers hung from a frame over a liner tank',
	9,
	async (page) => {
		await spot(page, 'Yard', '6', '4');
		await begin(page, '96', 'leaf-lettuce', 'A bank of towers');
		await step(page, 'sites').click();
		await pickOne(page, 'Held by', 'hung');
		await step(page, 'tank').click();
		await pickOne(page, 'Its shape', 'oblong');
		for (const [label, mm] of [
			['Floor, long', '2600'],
			['Floor, wide', '1800'],
			['Rim, long', '2600'],
			['Rim, wide', '1800'],
			['High inside', '300']
		] as const)
			await fill(page, label, mm);
		await pickOne(page, 'Stands', 'under');
		await page.screenshot({ path: '/tmp/g6.png' });
	},
	{ mainM: 1, lph: ['A1', 0, 1] }
);

house(
	'a loop of gutter, buckets and pots on the tank',
	4,
	async (page) => {
		await spot(page, 'Greenhouse', '7', '3');
		await begin(page, '6', 'basil', 'Pots on a tank');
		await add(page, 'Slabs in a gutter');
		await add(page, 'Buckets on a bench');
		await page.screenshot({ path: '/tmp/g7.png' });
	},
	{ mainM: 1, lph: ['A1', 0, 1] }
);

house(
	'one bucket with basket and plate',
	5,
	async (page) => {
		await spot(page, 'Room', '2', '1.5');
		await begin(page, '1', 'chilli', 'A single bucket');
		await step(page, 'sites').click();
		await fill(page, 'Medium in a basket on the plate (0: no basket)', '6000');
		await page.screenshot({ path: '/tmp/g8.png' });
	},
	{ mainM: 1, lph: ['A1', 0, 1] }
);
