import { expect, open, ownExample, saved, step, systemOf, test, visit, typeIn } from './bench';

const HEAD = 'date,tmin,tmax,rhmin,rhmax,wind (km/h),rain';
/** A file as somebody would choose it. */
const csv = (text: string) => ({
	name: 'readings.csv',
	mimeType: 'text/csv',
	buffer: Buffer.from(text)
});

test('ways to top up stand side by side, and one press takes one; undo takes it back', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'kitchen-columns');
	await open(page, id);
	await step(page, 'tank').click();
	const ways = page.getByRole('complementary').getByRole('listitem');
	await expect(ways).toHaveCount(7);
	await expect(ways.filter({ hasText: 'advised' })).toHaveCount(1);
	const now = ways.getByRole('button', { pressed: true });
	await expect(now).toHaveCount(1);
	await expect(now).toContainText('By hand, weak solution');
	const barrels = ways.getByRole('button', { name: /^Float from barrels, weak solution/ });
	await barrels.focus();
	await page.keyboard.press('Enter');
	await expect(barrels).toHaveAttribute('aria-pressed', 'true');
	await saved(page);
	const { operation, design } = await systemOf(request, id);
	expect(operation.topUp).toEqual({ kind: 'float', with: 'weak' });
	expect(design.reserve).not.toBeNull();
	await page.keyboard.press('Control+z');
	await expect(now).toContainText('By hand, weak solution');
	// the year, month by month, with a table beside the chart
	await page.locator('summary', { hasText: 'A year of it' }).click();
	await expect(page.getByRole('table', { name: 'Litres a month' })).toBeAttached();
	await expect(page.getByRole('row', { name: /^Year / })).toContainText('kWh');
});

test('a crop is sown batch by batch, a planting moved by keys and by date, its gap mended, the calendar kept', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'segment-tower');
	await open(page, id);
	await step(page, 'plant-out').focus();
	await page.keyboard.press('Enter');
	const sheet = page.getByRole('complementary');
	// three weeks in the cube, from today on
	await sheet.getByRole('button', { name: 'Sow the first today' }).click();
	await expect(page.getByLabel('Planted out on')).toHaveValue('2026-06-18');
	await page.keyboard.press('Control+z');
	await expect(page.getByLabel('Planted out on')).toHaveValue('');
	await sheet.getByRole('button', { name: 'Sow batch by batch' }).focus();
	await page.keyboard.press('Enter');
	await expect(page.getByLabel('Batches')).toHaveValue('6');
	const second = page.getByRole('slider', { name: '4 leaf lettuces, batch 1, planting 2' });
	const told = () => second.getAttribute('aria-valuetext');
	const before = await told();
	await second.focus();
	await page.keyboard.press('Shift+ArrowRight');
	await page.keyboard.press('Shift+ArrowRight');
	await expect(second).toHaveAttribute('aria-valuetext', /sites empty 14 days before/);
	await expect
		.poll(
			async () => (await systemOf(request, id)).operation.succession['leaf-lettuce']?.moved['0.1']
		)
		.toBe(14);
	await page.getByTitle('All findings, gravest first').click();
	await page
		.locator('.findings-sheet li button')
		.filter({ hasText: /stand empty 14(\.0)? days/ })
		.click();
	await page
		.getByRole('region', { name: 'Findings' })
		.getByRole('button', { name: /^Sow that batch 14(\.0)? days sooner/ })
		.click();
	await expect(second).toHaveAttribute('aria-valuetext', before!);
	// a date before the planting it follows on is refused at its field, and nothing is lost
	await sheet.getByRole('button', { name: 'All 18 plantings' }).click();
	const date = page.getByLabel('Batch 1, planting 2: plant out');
	const stands = await date.inputValue();
	await typeIn(date, '2026-05-01');
	await date.press('Enter');
	await expect(sheet.getByRole('alert')).toContainText(/choose 2026-\d\d-\d\d or later/);
	await expect(date).toHaveValue(stands);
	// by mouse
	const box = (await second.boundingBox())!;
	await page.mouse.move(box.x + box.width / 2, box.y + 6);
	await page.mouse.down();
	await page.mouse.move(box.x + box.width / 2 + 40, box.y + 6, { steps: 5 });
	await page.mouse.up();
	await expect(second).toHaveAttribute('aria-valuetext', /sites empty \d+ days before/);
	const download = page.waitForEvent('download');
	await sheet.getByRole('button', { name: 'As a calendar (.ics)' }).focus();
	await page.keyboard.press('Enter');
	const { createReadStream } = await import('node:fs');
	let text = '';
	for await (const part of createReadStream(await (await download).path())) text += String(part);
	expect(text.match(/SUMMARY:Sow leaf lettuce/g)!.length).toBe(18);
	expect(text).toContain('SUMMARY:Thin leaf lettuce');
});

test('daily readings become months; a mistake is told at its row and column, and nothing is changed', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'outdoor-bucket-rows');
	const { placeId } = await systemOf(request, id);
	await visit(page, `/places/${placeId}`);
	await page.getByRole('button', { name: 'Water, year and power' }).click();
	const file = page.getByLabel('From daily readings (.csv)');
	await file.setInputFiles(
		csv(`${HEAD}\n2026-06-01,10,20,40,80,5,0\n2026-06-02,50,68,40,80,5,0\n2026-06-03,20,10,4,8,5,0`)
	);
	const alert = page.getByRole('alert');
	await expect(alert).toContainText('row 3, column 3 (tmax)');
	await expect(alert).toContainText('write (°F) into its heading');
	await expect(alert).toContainText('row 4, column 2 (tmin): lowest temperature is over');
	expect((await systemOf(request, id)).place.months).toBeNull();
	await file.setInputFiles(
		csv(
			`${HEAD}\n2026-05-30,8,18,45,85,5,1\n2026-06-01,10,20,40,80,5,0\n2026-06-02,12,24,40,80,5,3`
		)
	);
	await expect(alert).toHaveCount(0);
	await expect(page.getByText('May from 1 day, June from 2 days.')).toBeVisible();
	await expect(page.getByText(/taken as lying between the months/)).toBeVisible();
	await page.getByLabel('Month', { exact: true }).selectOption('June');
	await expect(page.getByLabel('Warmest day')).toHaveValue('22');
	await expect.poll(async () => (await systemOf(request, id)).place.months?.[5]?.tMinC).toBe(11);
	// the weeks of the tank have the weather of their dates from now on
	await open(page, id);
	await step(page, 'tank').click();
	await expect(page.getByText(/^warmest week, to /)).toBeVisible();
});
