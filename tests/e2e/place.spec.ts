import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { bar, expect, fresh, saved, step, systemOf, test, visit, typeIn } from './bench';

const violations = async (page: Page) =>
	(await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [
		id,
		nodes.map(({ html }) => html)
	]);
const spot = (page: Page, kind: string) => page.getByText(kind, { exact: true }).click();
const area = (page: Page) => page.getByRole('complementary');
const on = (page: Page, name: RegExp) => page.getByRole('group').getByRole('button', { name });

/** A bench in a greenhouse of 6 by 5 m, on its floor plan. */
async function onPlan(page: Page, home: string): Promise<void> {
	await visit(page, `${home}/start`);
	await typeIn(page.getByLabel('Length', { exact: true }), '6');
	await typeIn(page.getByLabel('Width', { exact: true }), '5');
	await page.getByRole('button', { name: 'This is my spot' }).click();
	await typeIn(page.getByLabel('How many'), '6');
	await page.getByText('Buckets on a bench', { exact: true }).click();
	await page.getByRole('button', { name: 'Draw it' }).click();
	await step(page, 'place').click();
}

test('the first start asks for a spot and nothing else, and leads to a system in it', async ({
	page,
	ports
}) => {
	const house = await fresh(ports(4));
	try {
		await visit(page, `${house.home}/`);
		await page.getByRole('link', { name: 'Say where you grow' }).click();
		await spot(page, 'Tent');
		await expect(page.getByText('lamps alone')).toBeVisible();
		await typeIn(page.getByLabel('Length', { exact: true }), '400');
		await page.keyboard.press('Tab');
		await expect(page.getByRole('alert')).toContainText(
			'Length must be a number from 0.3 to 100 m'
		);
		await expect(page.getByRole('button', { name: 'This is my spot' })).toBeDisabled();
		await typeIn(page.getByLabel('Length', { exact: true }), '1,5');
		expect(await violations(page)).toEqual([]);
		await page.getByRole('button', { name: 'This is my spot' }).click();
		await typeIn(page.getByLabel('How many'), '4');
		await page.getByLabel('Of what').selectOption('basil');
		await page.getByRole('button', { name: 'Draw it' }).click();
		await expect(step(page, 'place')).toContainText('1.50 × 1.20 m');
		await step(page, 'place').click();
		await expect(page.getByLabel('Lamps at the leaves')).toHaveValue('300');
	} finally {
		await house.close();
	}
});

test('areas are added, named, copied and deleted, with what stands in them; all of it undone and kept', async ({
	page,
	ports,
	quiet
}) => {
	quiet.expectStatus(400);
	const house = await fresh(ports(5));
	try {
		await visit(page, `${house.home}/start`);
		await page.getByRole('button', { name: 'This is my spot' }).click();
		await expect(page.getByRole('button', { name: 'Draw it' })).toBeVisible();
		await page.getByRole('link', { name: 'its areas' }).click();
		await page.getByRole('button', { name: 'Add an area' }).click();
		await spot(page, 'Yard');
		await page.getByRole('button', { name: 'Add it' }).click();
		await typeIn(area(page).getByLabel('Called'), 'Back yard');
		await area(page).getByLabel('Called').press('Tab');
		await expect(page.getByRole('heading', { name: 'Back yard' })).toBeVisible();
		// a door, a socket, a post that is moved with the keys
		await page.getByRole('button', { name: 'Add a door' }).click();
		await page.getByRole('button', { name: 'Add a socket' }).click();
		await page.getByRole('button', { name: 'Add an obstacle' }).click();
		const post = on(page, /^Post, 2.50 m from the left/);
		await post.focus();
		await post.press('ArrowRight');
		await expect(on(page, /^Post, 2.55 m from the left/)).toBeVisible();
		// its days from a climate of the year
		await page.getByRole('button', { name: 'Water, year and power' }).click();
		await page.getByLabel('Begin from a climate').selectOption('Hot and dry summers');
		await page.getByRole('button', { name: /^Back yard/ }).click();
		await page.getByLabel('Take it from a month').selectOption('July');
		await expect(area(page).getByLabel('Warmest')).toHaveValue('32.7');
		expect(await violations(page)).toEqual([]);

		await page.getByRole('button', { name: 'Copy', exact: true }).click();
		await expect(page.getByRole('heading', { name: 'Back yard 2' })).toBeVisible();
		await page.getByRole('button', { name: 'Delete', exact: true }).click();
		await expect(page.getByRole('button', { name: /^Back yard 2/ })).toBeHidden();
		await page.getByRole('button', { name: 'Undo' }).click();
		await expect(page.getByRole('button', { name: /^Back yard 2/ })).toBeVisible();
		await expect(page.getByRole('status')).toHaveText(/^Saved/);
		await page.reload();
		await expect(page.getByRole('button', { name: /^Back yard 2/ })).toBeVisible();
		await expect(on(page, /^socket/)).toBeHidden();

		// an area something stands in is not taken from under it
		await page.getByRole('button', { name: /^Greenhouse/ }).click();
		await page.getByRole('link', { name: 'start a system' }).click();
		await page.getByRole('button', { name: 'Draw it' }).click();
		await step(page, 'place').click();
		await page.getByRole('link', { name: /^all of Home/ }).click();
		await page.getByRole('button', { name: 'Delete', exact: true }).click();
		await expect(page.getByRole('alert')).toContainText('stands there: move or delete');
		// and the last one leaves a place that asks for another
		for (const name of [/^Back yard 2/, /^Back yard/]) {
			await page.getByRole('button', { name }).last().click();
			await page.getByRole('button', { name: 'Delete', exact: true }).click();
		}
		await expect(page.getByRole('button', { name: /^Back yard/ })).toBeHidden();
		await page.setViewportSize({ width: 390, height: 844 });
		expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
			390
		);
	} finally {
		await house.close();
	}
});

test('stands are added, dragged, turned, copied and taken away on the plan; mains follow them', async ({
	page,
	request,
	ports
}) => {
	const house = await fresh(ports(6));
	try {
		await onPlan(page, house.home);
		await page.getByRole('button', { name: 'Add a stand' }).click();
		await page.getByRole('menuitem', { name: 'Buckets on a bench' }).click();
		const second = on(page, /^Bench 2,/);
		await expect(second).toBeVisible();
		await expect(step(page, 'sites')).toContainText('in 2 stands');
		// dragged to the right and towards the back
		const before = (await second.getAttribute('aria-label'))!;
		const box = (await second.boundingBox())!;
		await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
		await page.mouse.down();
		await page.mouse.move(box.x + box.width / 2 + 120, box.y + box.height / 2 - 60, { steps: 6 });
		await page.mouse.up();
		await expect(second).not.toHaveAttribute('aria-label', before);
		await second.focus();
		await second.press('t');
		await expect(page.getByLabel('Looks', { exact: true })).toHaveValue('right');
		await second.press('c');
		await expect(on(page, /^Bench 3,/)).toBeVisible();
		await on(page, /^Bench 3,/).press('Delete');
		await expect(on(page, /^Bench 3,/)).toBeHidden();
		await second.press('Enter');
		await typeIn(page.getByLabel('From the left', { exact: true }).first(), '50');
		await page.getByLabel('From the left', { exact: true }).first().press('Enter');
		await expect(bar(page)).toContainText(/through the edge of Greenhouse|stands .* through/);
		await page.getByRole('button', { name: 'Undo' }).click();
		await saved(page);
		const id = page.url().split('/').at(-1)!;
		const { design } = await systemOf(
			{ get: (path: string) => request.get(`${house.home}${path}`) } as typeof request,
			id
		);
		expect(design.stands).toHaveLength(2);
		expect(design.stands[1]!.at).toMatchObject({ faces: 'right' });
		expect(await violations(page)).toEqual([]);
		// the tank by itself: everything stays, mains lead there
		await on(page, /^Tank,/).focus();
		await on(page, /^Tank,/).press('ArrowUp');
		await expect(page.getByLabel('Tank from the left')).toBeVisible();
		// a key is kept when it has rested
		await expect
			.poll(async () => {
				const answer = await request.get(`${house.home}/api/designs/${id}`);
				return ((await answer.json()) as { design: { tank: { at: unknown } } }).design.tank.at;
			})
			.not.toBeNull();
	} finally {
		await house.close();
	}
});

test('by keyboard alone a stand is added, placed, turned and taken away again', async ({
	page,
	ports
}) => {
	const house = await fresh(ports(7));
	try {
		await onPlan(page, house.home);
		const { keyboard } = page;
		const focused = page.locator(':focus');
		const named = () => focused.evaluate((el) => el.getAttribute('aria-label') ?? el.textContent);
		for (let i = 0; i < 60 && (await named())?.trim() !== 'Add a stand'; i++)
			await keyboard.press('Tab');
		await keyboard.press('Enter');
		await expect(page.getByRole('menu')).toBeVisible();
		await keyboard.type('slabs');
		await keyboard.press('Enter');
		const gutter = on(page, /^Gutter,/);
		await expect(gutter).toBeFocused();
		const before = (await gutter.getAttribute('aria-label'))!;
		for (let i = 0; i < 4; i++) await keyboard.press('ArrowRight');
		await expect(gutter).not.toHaveAttribute('aria-label', before);
		await keyboard.press('t');
		await expect(page.getByLabel('Looks', { exact: true })).toHaveValue('right');
		await expect(gutter).toBeFocused();
		await keyboard.press('Delete');
		await expect(gutter).toBeHidden();
		await keyboard.press('Control+z');
		await expect(gutter).toBeVisible();
		await saved(page);
	} finally {
		await house.close();
	}
});

test.describe('on a phone', () => {
	test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

	test('a stand is added and placed with the thumb', async ({ page, ports }) => {
		const house = await fresh(ports(8));
		try {
			await onPlan(page, house.home);
			await page.getByRole('button', { name: 'Add a stand' }).tap();
			await page.getByRole('menuitem', { name: 'Slabs in a gutter' }).tap();
			await expect(on(page, /^Gutter,/)).toBeVisible();
			await page.getByRole('button', { name: 'Turn', exact: true }).tap();
			await expect(page.getByLabel('Looks', { exact: true })).toHaveValue('right');
			await typeIn(page.getByLabel('From the left', { exact: true }).first(), '4,5');
			await page.getByLabel('From the left', { exact: true }).first().press('Enter');
			await expect(on(page, /^Gutter, .*4.50 m from the left/)).toBeVisible();
			expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
				390
			);
			expect(await violations(page)).toEqual([]);
			await page.screenshot({ path: '/tmp/phone.png' });
			await saved(page);
		} finally {
			await house.close();
		}
	});
});
