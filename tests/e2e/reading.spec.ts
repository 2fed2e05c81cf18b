import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { bar, expect, open, ownExample, ownRail, step, test, visit } from './bench';

test('every figure explains itself', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	for (const name of ['tank', 'feed', 'mix', 'lines', 'sites', 'place', 'plants', 'run', 'pump']) {
		await step(page, name).click();
		const marks = page.getByRole('complementary').getByRole('button', { name: /^Explain/ });
		expect(await marks.count()).toBeGreaterThan(0);
		await marks.last().click();
		await expect(page.locator('.explain-sheet')).toContainText('Operation');
		await page.keyboard.press('Escape');
		await expect(page.locator('.explain-sheet')).toBeHidden();
	}
});

/** What axe has against a page, or against its sheet alone: the drawing is the same at every step. */
async function violations(page: Page, where: string, sheetAlone = false): Promise<string[]> {
	const builder = new AxeBuilder({ page });
	if (sheetAlone) builder.include('aside');
	const light = await builder.analyze();
	await page.emulateMedia({ colorScheme: 'dark' });
	// the dark differs by its colours alone
	const dark = await builder.withRules('color-contrast').analyze();
	await page.emulateMedia({ colorScheme: 'light' });
	const tell = (scheme: string, all: typeof light.violations) =>
		all.map((v) => `${where} ${scheme} ${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`);
	return [...tell('light', light.violations), ...tell('dark', dark.violations)];
}

for (const [name, pages] of [
	['lean-to-rail', ['print']],
	['kitchen-columns', ['compare']],
	['loft-table', ['template']]
] as const)
	test(`${name}: its drawing and ${pages.join(' and ')} have no accessibility violations, light and dark`, async ({
		page,
		request
	}) => {
		const id = await ownExample(request, name);
		await page.emulateMedia({ reducedMotion: 'reduce' });
		for (const path of [`/systems/${id}`, ...pages.map((each) => `/systems/${id}/${each}`)]) {
			await visit(page, path);
			expect(await violations(page, path)).toEqual([]);
		}
	});

test('home and start have no accessibility violations, light and dark', async ({ page }) => {
	await page.emulateMedia({ reducedMotion: 'reduce' });
	for (const path of ['/', '/start']) {
		await visit(page, path);
		expect(await violations(page, path)).toEqual([]);
	}
});

// each kind of sheet once, with the system that has most to say on it
const SHEETS: [name: string, sheets: string[]][] = [
	['lean-to-rail', ['place', 'feed', 'mix', 'dry-run', 'pump', 'run']],
	['kitchen-columns', ['sites', 'tank']],
	['loft-table', ['plants', 'lines']],
	['valve-pots', ['tank', 'feed']],
	['wall-pockets', ['sites']],
	['yard-channels', ['sites', 'lines']]
];
for (const [name, sheets] of SHEETS)
	test(`${name}: its sheets have no accessibility violations, light and dark`, async ({
		page,
		request
	}) => {
		await page.emulateMedia({ reducedMotion: 'reduce' });
		await open(page, await ownExample(request, name));
		for (const each of sheets) {
			await step(page, each).click();
			expect(await violations(page, each, true)).toEqual([]);
		}
	});

test('works at 390 px: nothing is wider than the screen, targets are large', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await page.setViewportSize({ width: 390, height: 844 });
	for (const path of ['/', '/start', `/systems/${id}`]) {
		await visit(page, path);
		expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
			390
		);
	}
	await step(page, 'mix').click();
	await expect(page.getByRole('complementary', { name: 'Mix' })).toBeVisible();
	const fix = bar(page).locator('.fixes .button').first();
	expect((await fix.boundingBox())!.height).toBeGreaterThanOrEqual(44);
});

test('prints the system on one page, and its day and season on the next', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await visit(page, `/systems/${id}/print`);
	for (const format of ['A4', 'Letter'] as const) {
		const pdf = await page.pdf({ format });
		expect(pdf.toString('latin1').match(/\/Type \/Page[^s]/g)).toHaveLength(2);
	}
	// without the second the first is a page of its own
	await page.addStyleTag({ content: '.second { display: none }' });
	const pdf = await page.pdf({ format: 'Letter' });
	expect(pdf.toString('latin1').match(/\/Type \/Page[^s]/g)).toHaveLength(1);
});
