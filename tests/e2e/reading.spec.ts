import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { bar, expect, open, ownExample, ownRail, step, test, typeIn, visit } from './bench';

/** Numbers as they stand in a text. */
const numbersIn = (text: string): number[] =>
	(text.replace(/,(?=\d{3})/g, '').match(/\d+(?:\.\d+)?/g) ?? []).map(Number);
/** A figure as it is shown, against one behind it: rounded, or told in a thousandth, a hundredth or a sixtieth. */
const tells = (shown: number, behind: number): boolean =>
	[1, 100, 0.01, 1000, 0.001, 60, 1 / 60].some(
		(times) => Math.abs(behind * times - shown) <= Math.max(0.07 * Math.abs(shown), 0.006)
	);

test('every figure of every sheet is the one its explanation comes to, and says itself aloud', async ({
	page,
	request
}) => {
	test.setTimeout(150_000);
	const id = await ownExample(request, 'mixed-loop');
	await open(page, id);
	const steps = await page
		.locator('[data-step]')
		.evaluateAll((list) => list.map((one) => one.getAttribute('data-step')!));
	const wrong: string[] = [];
	let asked = 0;
	for (const name of steps) {
		await step(page, name).click();
		const marks = page.getByRole('complementary').getByRole('button', { name: /^Explain/ });
		for (let i = 0; i < (await marks.count()); i++) {
			const mark = marks.nth(i);
			if (!(await mark.isVisible())) continue;
			const figure = mark.locator('b');
			if ((await figure.count()) === 0) continue;
			const shown = (await figure.first().innerText()).trim();
			const [first] = numbersIn(shown);
			const aloud = await mark.evaluate(
				(one) => one.getAttribute('aria-label') ?? one.textContent ?? ''
			);
			if (first !== undefined && /^[\d–−+]/.test(shown))
				expect(aloud, `${name}: ${shown}`).toContain(shown);
			await mark.click();
			const sheet = page.locator('.explain-sheet');
			await expect(sheet).toBeVisible();
			const said = sheet.locator('dd.said');
			if (first !== undefined && (await said.count()) > 0) {
				asked++;
				await expect(said).toContainText(shown);
				const lists = sheet.locator(':scope > dl dd:not(.said), :scope > p:not(.source)');
				const behind = (await lists.allInnerTexts()).flatMap(numbersIn);
				const sum = behind.reduce((a, b) => a + b, 0);
				const pairs = behind.flatMap((a) => behind.flatMap((b) => [a * b, a / (b || 1)]));
				const found = [...behind, sum, ...pairs].some((one) => tells(first, one));
				if (!found) wrong.push(`${name}, ${aloud}: ${behind.join(' ')}`);
			}
			await page.keyboard.press('Escape');
			await expect(sheet).toBeHidden();
		}
	}
	expect(wrong).toEqual([]);
	expect(asked).toBeGreaterThan(40);
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
	['lean-to-rail', ['today']],
	['lean-to-rail', ['print', 'labels', 'mix']],
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

test('a bottle that is asked for, a doubt and a step of the card have no accessibility violations', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'outdoor-bucket-rows');
	await page.emulateMedia({ reducedMotion: 'reduce' });
	await visit(page, `/systems/${id}/today`);
	await typeIn(page.getByRole('textbox', { name: /^In the tank/ }), '30');
	await typeIn(page.getByRole('textbox', { name: 'pH', exact: true }), '7,4');
	await expect(page.getByLabel('On its label')).toBeVisible();
	expect(await violations(page, 'today')).toEqual([]);
	await typeIn(page.getByRole('textbox', { name: 'Strength', exact: true }), '18');
	await expect(page.getByRole('alert')).toContainText('Did you mean');
	expect(await violations(page, 'a doubt')).toEqual([]);
	await visit(page, `/systems/${id}/mix`);
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page.getByRole('progressbar')).toBeVisible();
	expect(await violations(page, 'mix')).toEqual([]);
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

for (const name of ['slab-gutter', 'outdoor-bucket-rows'])
	test(`${name}: nothing of its print lies beside the sheet`, async ({ page, request }) => {
		await visit(page, `/systems/${await ownExample(request, name)}/print`);
		await expect(page.getByRole('heading', { name: 'To buy and cut' })).toBeVisible();
		const over = await page
			.locator('main')
			.evaluate(
				(sheet) =>
					[...sheet.querySelectorAll('b, span, li')].filter(
						(one) => one.getBoundingClientRect().right > sheet.getBoundingClientRect().right
					).length
			);
		expect(over).toBe(0);
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
