import { AxeBuilder } from '@axe-core/playwright';
import { bar, expect, open, ownExample, ownRail, step, test } from './bench';

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

test('home, workspace and start have no accessibility violations, light and dark', async ({
	page,
	request
}) => {
	test.setTimeout(300_000);
	const id = await ownRail(request);
	for (const scheme of ['light', 'dark'] as const) {
		await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
		for (const path of ['/', `/systems/${id}`, '/start', `/systems/${id}/print`]) {
			await page.goto(path, { waitUntil: 'networkidle' });
			const { violations } = await new AxeBuilder({ page }).analyze();
			expect(
				violations.map((v) => `${path} ${scheme} ${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`)
			).toEqual([]);
		}
		await page.goto(`/systems/${id}`, { waitUntil: 'networkidle' });
		const steps = ['tank', 'feed', 'mix', 'lines', 'sites', 'place', 'plants', 'dry-run'];
		for (const name of scheme === 'light' ? steps : ['tank', 'sites', 'feed']) {
			await step(page, name).click();
			const { violations } = await new AxeBuilder({ page })
				// the drawing is the same at every step and was judged with the page
				.exclude('svg')
				.analyze();
			expect(
				violations.map((v) => `${name} ${scheme} ${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`)
			).toEqual([]);
		}
	}
});

for (const name of ['kitchen-columns', 'loft-table', 'valve-pots', 'wall-pockets', 'yard-channels'])
	test(`${name}: its sheets, its comparison and its patterns have no accessibility violations`, async ({
		page,
		request
	}) => {
		test.setTimeout(120_000);
		const id = await ownExample(request, name);
		const judge = async (where: string, leaveOut?: string) => {
			const builder = new AxeBuilder({ page });
			const { violations } = await (leaveOut ? builder.exclude(leaveOut) : builder).analyze();
			expect(violations.map((v) => `${where} ${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual(
				[]
			);
		};
		await page.emulateMedia({ reducedMotion: 'reduce' });
		await open(page, id);
		await judge('the drawing');
		for (const each of ['sites', 'plants', 'lines', 'tank']) {
			await step(page, each).click();
			await judge(each, 'svg');
		}
		for (const path of ['compare', 'template']) {
			await page.goto(`/systems/${id}/${path}`, { waitUntil: 'networkidle' });
			await judge(path);
		}
	});

test('works at 390 px: nothing is wider than the screen, targets are large', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await page.setViewportSize({ width: 390, height: 844 });
	for (const path of ['/', '/start', `/systems/${id}`]) {
		await page.goto(path, { waitUntil: 'networkidle' });
		expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
			390
		);
	}
	await step(page, 'mix').click();
	await expect(page.getByRole('complementary', { name: 'Mix' })).toBeVisible();
	const fix = bar(page).locator('.fixes .button').first();
	expect((await fix.boundingBox())!.height).toBeGreaterThanOrEqual(44);
});

test('prints on one page', async ({ page, request }) => {
	const id = await ownRail(request);
	await page.goto(`/systems/${id}/print`, { waitUntil: 'networkidle' });
	for (const format of ['A4', 'Letter'] as const) {
		const pdf = await page.pdf({ format });
		expect(pdf.toString('latin1').match(/\/Type \/Page[^s]/g)).toHaveLength(1);
	}
});
