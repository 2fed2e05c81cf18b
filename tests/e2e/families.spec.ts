import { bar, systemOf, expect, open, ownExample, saved, step, test, visit, typeIn } from './bench';
import type { Page } from '@playwright/test';

const DEMOS: [id: string, warning: RegExp][] = [
	['kitchen-columns', /The light of the place comes to 9.6 mol/],
	['loft-table', /The back row stands 0.85 m from the front edge/],
	['away-bench', /before the refill every 14 days/],
	['yard-channels', /A gust of .* tips it\. Tie the top/],
	['lean-to-rail', /Below 16 L in the tank A7 runs dry first/]
];
for (const [id, warning] of DEMOS)
	test(`${id} opens with its warning, and has a variant to compare`, async ({ page }) => {
		await open(page, id);
		await expect(bar(page)).toContainText(warning);
		await page.getByRole('link', { name: 'Compare' }).click();
		await expect(page.getByRole('row', { name: /^Plants for the floor/ })).toBeVisible();
		await expect(page.getByRole('button', { name: 'Build it this way instead' })).toBeVisible();
	});

/** From nothing to the workspace, as somebody with these plants would. */
async function start(page: Page, kind: string, crop: string, plants: string): Promise<void> {
	await visit(page, '/start');
	await page.getByLabel('Where it stands').selectOption('yard');
	await typeIn(page.getByLabel('How many'), plants);
	await page.getByLabel('Of what').selectOption(crop);
	const more = page.getByRole('button', { name: /more ways$/ });
	if (!(await page.getByText(kind, { exact: true }).isVisible())) await more.click();
	await page.getByText(kind, { exact: true }).click();
	await expect(page.getByText('drawn to scale')).toContainText(kind);
	await page.getByRole('button', { name: 'Draw it' }).click();
	await expect(page).toHaveURL(/\/systems\//);
}

const FAMILIES: [kind: string, crop: string, plants: string, sites: RegExp][] = [
	['Pots on a tank', 'chilli', '6', /2 × 3 pots|3 × 2 pots/],
	['Pipe towers', 'leaf-lettuce', '20', /in 1 tower/],
	['Buckets in rows outdoors', 'tomato', '8', /2 × 4 buckets/],
	['Trays with valves', 'chard', '8', /× \d trays/]
];
for (const [kind, crop, plants, sites] of FAMILIES)
	test(`${kind}: from nothing to a solved network, with the mouse`, async ({ page }) => {
		await start(page, kind, crop, plants);
		await expect(step(page, 'sites')).toContainText(sites);
		await expect(step(page, 'pump')).toContainText(/[1-9][\d.]* L\/h/);
		await expect(step(page, 'plants')).toContainText(`${plants} of 1 kind`);
		await expect(bar(page)).not.toContainText('dry with');
		for (const name of ['sites', 'lines', 'feed', 'tank']) await step(page, name).click();
		await saved(page);
	});

test('a branch stack from nothing with the keyboard alone, and a plant of another kind in it', async ({
	page
}) => {
	await visit(page, '/start');
	const tabTo = async (name: RegExp) => {
		for (let i = 0; i < 60; i++) {
			await page.keyboard.press('Tab');
			const said = await page.evaluate(() => {
				const at = document.activeElement as HTMLInputElement | null;
				return `${at?.labels?.[0]?.textContent ?? ''} ${at?.textContent ?? ''} ${at?.getAttribute('aria-label') ?? ''}`;
			});
			if (name.test(said)) return;
		}
		throw new Error(`nothing named ${name.source} is reached with Tab`);
	};
	await tabTo(/How many/);
	await page.keyboard.press('Control+a');
	await page.keyboard.type('8');
	await tabTo(/Of what/);
	await page.keyboard.type('basil');
	await tabTo(/more ways/);
	await page.keyboard.press('Enter');
	await page
		.getByRole('radio', { name: /Buckets on a bench|Pipe towers|Pots/ })
		.first()
		.focus();
	for (let i = 0; i < 20; i++) {
		if (await page.getByRole('radio', { name: /Stacks of pipe branches/ }).isChecked()) break;
		await page.keyboard.press('ArrowDown');
	}
	await expect(page.getByText('drawn to scale')).toContainText('Stacks of pipe branches');
	await page.keyboard.press('Enter');
	await expect(page).toHaveURL(/\/systems\//);
	await expect(step(page, 'pump')).toContainText(/[1-9][\d.]* L\/h/);
	await tabTo(/^\s*Site A/);
	await page.keyboard.press('ArrowUp');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('button', { name: /^Site A\d+$/, pressed: true })).toBeVisible();
	for (let i = 0; i < 3; i++) await page.keyboard.press('[');
	await expect(page.getByRole('complementary', { name: 'Plants' })).toBeVisible();
	await tabTo(/Grow in A\d+/);
	await page.keyboard.type('mint');
	await expect(step(page, 'plants')).toContainText('8 of 2 kinds');
	await saved(page);
});

test('a crop is dragged onto a site, and many are planted by rule', async ({ page, request }) => {
	const id = await ownExample(request, 'kitchen-columns');
	await open(page, id);
	await step(page, 'plants').click();
	const tray = page.getByRole('region', { name: 'Plant many at once' });
	await tray.getByRole('button', { name: 'all crops' }).click();
	await tray
		.getByRole('button', { name: 'basil' })
		.dragTo(page.getByRole('button', { name: 'Site A8a', exact: true }));
	await expect(step(page, 'plants')).toContainText('64 of 5 kinds');
	for (const pressed of ['pak choi', 'leaf lettuce', 'basil'])
		await tray.getByRole('button', { name: pressed, exact: true }).click();
	await page.getByLabel('Rule').selectOption('heavy drinkers low');
	await tray.getByRole('button', { name: 'Plant 64 sites' }).click();
	await expect(step(page, 'plants')).toContainText('64 of 2 kinds');
	await saved(page);
	const { crops } = (await systemOf(request, id)).operation;
	expect(crops['columns/1/1/1']).toBe('mint');
	expect(crops['columns/1/8/1']).toBe('rocket');
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(step(page, 'plants')).toContainText('64 of 5 kinds');
});

test('columns become trays with valves and come back; what was kept is said', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'loft-table');
	await open(page, id);
	await step(page, 'sites').click();
	await page.getByRole('button', { name: 'Another kind of system' }).click();
	const dialog = page.getByRole('dialog', { name: 'Another kind of system' });
	await dialog.getByText('Trays with valves').click();
	await expect(dialog).toContainText('Kept: 9 plants, the 40 L tote');
	await expect(dialog).toContainText('Goes: the 15 W pump');
	await dialog.getByRole('button', { name: 'Build it so' }).click();
	await expect(step(page, 'sites')).toContainText('trays');
	await expect(step(page, 'plants')).toContainText('9 of 2 kinds');
	await expect(page.getByText(/^Kept 9 plants/)).toBeVisible();
	await saved(page);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(step(page, 'sites')).toContainText('3 × 3 pots');
});

test('a variant is kept, compared and promoted; undo brings back what stood', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'kitchen-columns');
	await open(page, id);
	await page.getByRole('link', { name: 'Compare' }).click();
	await expect(page.getByText('Nothing stands beside it yet')).toBeVisible();
	await page.getByLabel('or see it as').selectOption({ label: 'Stacks of pipe branches' });
	await page.getByRole('button', { name: 'Draw it' }).click();
	await expect(page.getByRole('row', { name: /^Kind/ })).toContainText('Stacks of pipe branches');
	await expect(page.getByRole('region', { name: 'The variant' })).toContainText('Better on');
	await page.getByRole('button', { name: 'Build it this way instead' }).click();
	await expect(step(page, 'sites')).toContainText('stacks');
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(step(page, 'sites')).toContainText('64 in 2 towers');
	await page.getByRole('link', { name: 'Compare' }).click();
	await expect(page.getByRole('heading', { name: /Before “Stacks/ })).toBeVisible();
	await page.getByRole('button', { name: 'Drop this variant' }).click();
	await expect(page.getByText('Nothing stands beside it yet')).toBeVisible();
});

test('out of level: the slider says at once what it does to the sides of a tower', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'segment-tower');
	await open(page, id);
	await step(page, 'sites').click();
	const slider = page.getByRole('slider', { name: 'Lean' });
	await typeIn(slider, '40');
	await expect(page.getByText(/sides are dry; up to/)).toBeVisible();
	await expect(bar(page)).toContainText('no water runs down');
	await bar(page).getByRole('button', { name: 'Stand it upright' }).click();
	await expect(page.getByText('The driest side gets 100 % of its share')).toBeVisible();
	await saved(page);
});

test('every family works at 390 px', async ({ page }) => {
	await page.setViewportSize({ width: 390, height: 844 });
	for (const [id] of DEMOS)
		for (const path of [`/systems/${id}`, `/systems/${id}/compare`]) {
			await visit(page, path);
			const wide = await page.evaluate(() => document.documentElement.scrollWidth);
			expect(wide, path).toBeLessThanOrEqual(390);
		}
});
