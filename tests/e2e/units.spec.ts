import { systemOf, expect, open, ownExample, saved, step, test, typeIn } from './bench';
import type { Locator, Page } from '@playwright/test';

/** Reads everything in feet and gallons from now on. */
async function inFeet(page: Page): Promise<void> {
	await page.getByRole('button', { name: 'Units' }).click();
	await page.getByRole('menuitemradio', { name: 'US', exact: true }).click();
	await page.keyboard.press('Escape');
	await expect(page.getByRole('button', { name: 'Units' })).toContainText('US');
}
async function fill(field: Locator, words: string): Promise<void> {
	await typeIn(field, words);
	await field.press('Enter');
}
/** The first stand of a system as the server has it. */
const standOf = async (request: Parameters<typeof systemOf>[0], id: string) => {
	const [stand] = (await systemOf(request, id)).design.stands;
	return stand as unknown as { pitchMm: number; lowEndHeightMm: number; pipeLengthMm: number };
};

test('a bench is built in inches, filled in gallons and warmed in Fahrenheit', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'lean-to-rail');
	await open(page, id);
	await inFeet(page);
	await step(page, 'sites').click();
	await fill(page.getByRole('textbox', { name: 'Bucket spacing' }), '18');
	await step(page, 'tank').click();
	await fill(page.getByRole('textbox', { name: 'Float set at' }), '8');
	await step(page, 'lines').click();
	await fill(page.getByRole('textbox', { name: 'Water in the lines' }), '77');
	await saved(page);
	const { operation, record } = await systemOf(request, id);
	expect((await standOf(request, id)).pitchMm).toBeCloseTo(457.2, 3);
	expect(operation.fillL).toBeCloseTo(8 * 3.785411784, 4);
	expect(record.waterC).toBeCloseTo(25, 4);
	// and back: nothing was changed by reading it differently
	await page.getByRole('button', { name: 'Units' }).click();
	await page.getByRole('menuitemradio', { name: 'metric', exact: true }).click();
	await page.keyboard.press('Escape');
	await step(page, 'sites').click();
	await expect(page.getByRole('textbox', { name: 'Bucket spacing' })).toHaveValue('457.2');
});

test('a figure past its range is refused in the unit it was typed in', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'kitchen-columns');
	await open(page, id);
	await inFeet(page);
	await step(page, 'sites').click();
	const spacing = page.getByRole('textbox', { name: 'Tower spacing' });
	const before = await spacing.inputValue();
	await fill(spacing, '900');
	await expect(page.getByRole('alert')).toContainText(
		/Tower spacing must be a number from .* in\./
	);
	await spacing.press('Escape');
	await expect(spacing).toHaveValue(before);
	await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a price for a foot of tube is kept as one for a metre', async ({ page, request }) => {
	const id = await ownExample(request, 'lean-to-rail');
	await open(page, id);
	await inFeet(page);
	await step(page, 'lines').click();
	await fill(page.getByLabel('Your price for 13 mm feed tube, per ft'), '0.50');
	await saved(page);
	await expect(page.getByText(/for the \d+ of \d+ lines that have a price/)).toBeVisible();
	const item = (await systemOf(request, id)).shelf.find(({ id: of }) => of === 'price/feed-13');
	expect(item?.kind === 'price' && item.price).toBeCloseTo(0.5 / 0.3048, 6);
	await expect(page.getByLabel('Your price for 13 mm feed tube, per ft')).toHaveValue('0.5');
	await expect(page.getByLabel(/^Your price for Coarse perlite, per gal$/)).toBeVisible();
});

test('a low bench is nudged from where it stands, not to where a grip used to begin', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'away-bench');
	await open(page, id);
	const grip = page.getByRole('slider', { name: 'Height of the bench' });
	await expect(grip).toHaveAttribute('aria-valuenow', '80');
	await grip.focus();
	await grip.press('ArrowDown');
	await expect(grip).toHaveAttribute('aria-valuenow', '75');
	await grip.press('Shift+ArrowUp');
	await expect(grip).toHaveAttribute('aria-valuenow', '125');
	await saved(page);
	await expect.poll(async () => (await standOf(request, id)).lowEndHeightMm).toBe(125);
});

for (const name of [
	'kitchen-columns',
	'away-bench',
	'wall-pockets',
	'control-pot-ring',
	'pot-stack'
])
	test(`${name}: each figure of its sites and lines explains itself in words`, async ({
		page,
		request
	}) => {
		const id = await ownExample(request, name);
		await open(page, id);
		for (const each of ['sites', 'lines']) {
			await step(page, each).click();
			const marks = page.getByRole('complementary').getByRole('button', { name: /^Explain/ });
			const count = await marks.count();
			expect(count).toBeGreaterThan(0);
			for (let i = 0; i < count; i++) {
				await marks.nth(i).click();
				const sheet = page.locator('.explain-sheet');
				await expect(sheet).toContainText('gives');
				for (const words of await sheet.locator('> p').allTextContents())
					expect(words.trim().length, `${each}, figure ${i + 1}`).toBeGreaterThan(3);
				await expect(sheet).not.toContainText(/undefined|NaN/);
				await page.keyboard.press('Escape');
				await expect(sheet).toBeHidden();
			}
		}
	});
