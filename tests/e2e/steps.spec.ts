import type { Page } from '@playwright/test';
import {
	bar,
	choose,
	fill,
	systemOf,
	expect,
	open,
	ownRail,
	saved,
	step,
	test,
	alive,
	typeIn
} from './bench';

/** Each step as a grower would use it, on a rail of the test's own. */
const sheet = (page: Page, name: string) => page.getByRole('complementary', { name });

test('place: a longer lean-to, a hotter day, a post in the way and its fix', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'place').click();
	await fill(page, 'Length', '2,8');
	await expect(step(page, 'place')).toContainText('2.80 × 1.20 m');
	await expect(bar(page)).toContainText('does not fit Lean-to: 3.04 m long for 2.80 m');
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(step(page, 'place')).toContainText('3.40 × 1.20 m');
	const before = await step(page, 'run').textContent();
	await fill(page, 'Warmest', '36');
	await expect(step(page, 'run')).not.toHaveText(before!);
	await page.getByRole('button', { name: 'Add an obstacle' }).click();
	await fill(page, 'From the left', '2.2');
	await fill(page, 'From the front', '0.6');
	await expect(bar(page)).toContainText('Post stands in the way, 2.20 m from the left');
	await bar(page).getByRole('button', { name: /a row/ }).click();
	await expect(bar(page)).not.toContainText('stands in the way');
	await page.getByRole('button', { name: 'Take post away' }).click();
	await expect(page.getByText('None: the floor is free.')).toBeVisible();
	await saved(page);
});

test('plants: all sites, one bucket, by stage; the water and the mix follow', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'plants').click();
	await page.getByLabel(/^Grow in all 14 sites/).selectOption('leaf-lettuce');
	await expect(step(page, 'plants')).toContainText('14 of 1 kind');
	await expect(step(page, 'mix')).toContainText('1.40 mS/cm');
	await page.getByLabel('As you see it now').selectOption('seedling');
	await expect(step(page, 'mix')).toContainText('0.85 mS/cm');
	await page.getByRole('button', { name: 'Bucket A2' }).click();
	await page.getByLabel(/^Grow in A2/).selectOption('');
	await expect(step(page, 'plants')).toContainText('13 of 1 kind');
	await page.getByRole('button', { name: 'Choose all sites again' }).click();
	await page.getByLabel(/^Grow in all 14 sites/).selectOption('');
	await expect(step(page, 'plants')).toContainText('none yet');
	await step(page, 'feed').click();
	await expect(sheet(page, 'Feed')).toContainText('No plan can be made');
	await saved(page);
});

test('sites: rows, buckets and spacing; what does not fit is drawn and said', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'sites').click();
	await fill(page, 'Buckets a row', '9');
	await expect(bar(page)).toContainText('does not fit Lean-to: 3.88 m long for 3.40 m');
	await page.getByRole('button', { name: 'Next finding' }).click();
	await expect(bar(page)).toContainText(
		'9 buckets at 420 mm need a bench of 3.74 m; this one is 2.90 m'
	);
	await expect(page.getByRole('button', { name: 'Bucket A9' })).toBeVisible();
	await bar(page)
		.getByRole('button', { name: /^7 a row/ })
		.click();
	await expect(page.getByRole('button', { name: 'Bucket A9' })).toHaveCount(0);
	await fill(page, 'Rows', '1');
	await expect(step(page, 'sites')).toContainText('1 × 7 buckets');
	await page.getByRole('combobox', { name: 'Bucket' }).selectOption('bucket-20');
	await expect(sheet(page, 'Sites')).toContainText('20.6');
	await fill(page, 'Rows', '1.5');
	await expect(page.getByRole('alert')).toHaveText('Rows must be a whole number from 1 to 40.');
});

test('lines: a wider main needs an adapter; a shut row runs dry on purpose', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'lines').click();
	await page.getByRole('combobox', { name: 'Main', exact: true }).selectOption('feed-19');
	await page.keyboard.press('Escape');
	await choose(page, /need adapters|does not join/);
	await bar(page)
		.getByRole('button', { name: /^Add (the|\d+) adapter/ })
		.click();
	await expect(sheet(page, 'Lines')).toContainText('reducing');
	await page.getByLabel('Valve of row B open').uncheck();
	await expect(page.locator('title', { hasText: /^B3: 0 L\/h/ })).toHaveCount(1);
	await expect(bar(page)).not.toContainText('dry with');
	await page.getByLabel(/Check valve:/).check();
	await expect(sheet(page, 'Lines')).toContainText('Check valve');
	await saved(page);
});

test('pump: by gravity from a raised tank, and back to the pump', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.getByText('the tank’s own height').click();
	await expect(bar(page)).toContainText('All stakes run dry');
	await step(page, 'tank').click();
	await page.getByRole('combobox', { name: 'Stands' }).selectOption('beside');
	await fill(page, 'Tank floor over the floor', '1500');
	await expect(bar(page)).not.toContainText('run dry');
	await step(page, 'pump').click();
	await expect(sheet(page, 'Gravity')).toContainText('Fed by gravity');
	await page.getByText('a pump', { exact: true }).click();
	await expect(sheet(page, 'Pump')).toContainText('dial at 72 %');
	await saved(page);
});

test('tank: measured with a jug, filled too far, topped up by hand', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'tank').click();
	await page.getByLabel('Its shape').selectOption('table');
	await expect(sheet(page, 'Tank')).toContainText('50 L at 300 mm');
	await page.getByRole('button', { name: 'One more mark' }).click();
	await fill(page, 'Mark 4, poured in so far', '40');
	await expect(page.getByRole('alert').first()).toContainText('marks must rise');
	await fill(page, 'Mark 4, poured in so far', '75');
	await expect(page.getByRole('alert')).toHaveCount(0);
	await fill(page, 'Float set at', '75');
	await expect(bar(page)).toContainText(/the tank spills [\d.]+ L over its brim/);
	await bar(page)
		.getByRole('button', { name: /^Set the float to/ })
		.click();
	await expect(bar(page)).not.toContainText('spills');
	await page.getByText('by hand', { exact: true }).click();
	await fill(page, 'Every', '9');
	await expect(bar(page)).toContainText('before the refill every 9 days');
	await bar(page)
		.getByRole('button', { name: /^Refill every/ })
		.click();
	await expect(bar(page)).not.toContainText('before the refill');
	await saved(page);
});

test('dry run: what is caught is judged against what the stake should give', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'dry-run').click();
	for (const [label, ml] of [
		['A1', '19'],
		['A2', '6'],
		['A3', '40']
	] as const) {
		await typeIn(page.getByLabel(`Caught at ${label}`), ml);
		await page.getByLabel(`Caught at ${label}`).press('Tab');
	}
	const row = (label: string) =>
		page.getByRole('row').filter({ has: page.getByLabel(`Caught at ${label}`) });
	await expect(row('A1')).toContainText('fine');
	await expect(row('A2')).toContainText('clogged?');
	await expect(row('A3')).toContainText('loose?');
	await expect(sheet(page, 'Dry run')).toContainText('3 of 14');
	await typeIn(page.getByLabel('Caught at A4'), 'lots');
	await page.getByLabel('Caught at A4').press('Tab');
	await expect(page.getByRole('alert')).toContainText('must be a number from 0 to');
	await saved(page);
	const { record } = await systemOf(request, id);
	expect(record.caughtMl).toEqual({ 'rail/1/1/o1': 19, 'rail/1/2/o1': 6, 'rail/1/3/o1': 40 });
});

test('plant out and run: dates, days and notes', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await expect(step(page, 'run')).toContainText('22.2 L a day');
	await step(page, 'plant-out').click();
	await typeIn(page.getByLabel('Planted out on'), '2026-05-20');
	await page.getByLabel('Planted out on').press('Enter');
	await expect(step(page, 'plant-out')).toContainText('20 May');
	// cucumbers, 25 to 59 days on
	await expect(sheet(page, 'Plant out')).toContainText('14 Jun to 18 Jul');
	await step(page, 'run').click();
	await expect(sheet(page, 'Run')).toContainText('day 8');
	await typeIn(page.getByLabel('Notes'), 'Strings renewed.');
	await page.getByLabel('Notes').press('Tab');
	await saved(page);
	await page.reload();
	await step(page, 'run').click();
	await expect(page.getByLabel('Notes')).toHaveValue('Strings renewed.');
});

test('mix: fewer salts, another strength, a product by its label', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'mix').click();
	await fill(page, 'Strength', '1.8');
	await expect(step(page, 'mix')).toContainText('1.80 mS/cm');
	await page.getByRole('button', { name: 'Weigh each fill' }).click();
	const bench = page.getByRole('group', { name: /^The bench/ });
	await expect(bench).toContainText('Iron chelate');
	await page.getByText('What it is mixed from').click();
	await page.getByRole('checkbox', { name: 'Iron chelate DTPA, 11 %' }).uncheck();
	await expect(bench).not.toContainText('Iron chelate');
	await fill(page, 'Strength', '4');
	await expect(bar(page)).not.toContainText('nothing stands');
	for (let i = 0; i < 9; i++) {
		if (await bar(page).getByText('stronger than these crops take').isVisible()) break;
		await page.getByRole('button', { name: 'Next finding' }).click();
	}
	await bar(page)
		.getByRole('button', { name: /^Mix at 2.20/ })
		.click();
	await expect(step(page, 'mix')).toContainText('2.20 mS/cm');
	await page.getByLabel('Begin from').selectOption('bottle');
	await expect(bench).toContainText('One-bottle');
	await fill(page, 'Nitrogen, all', '2');
	await expect(page.getByRole('alert')).toContainText('more than N at 2 %');
	await fill(page, 'Nitrogen, all', '7');
	await page.getByText('by the label alone').click();
	await fill(page, 'Part of the label’s dose', '50');
	await expect(sheet(page, 'Mix')).toContainText('68');
	await saved(page);
});

test('feed: window, timer and schools; a timer that holds too few switchings', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'feed').click();
	await page.getByRole('radio', { name: /Many short pulses/ }).check();
	await fill(page, 'A pulse every', '20');
	await expect(bar(page)).toContainText(
		/Your timer holds 24 switchings a day; this plan needs \d+/
	);
	await bar(page)
		.getByRole('button', { name: /^Pulse every/ })
		.click();
	await expect(bar(page)).not.toContainText('switchings');
	await page.getByRole('radio', { name: /A steady trickle/ }).check();
	await expect(step(page, 'feed')).toContainText('all day');
	await page.getByRole('radio', { name: /A few long soaks/ }).check();
	await fill(page, 'Set on your timer', '');
	await expect(step(page, 'feed')).toContainText('18 × 9 min');
	await fill(page, 'First feed after light', '700');
	await expect(page.getByRole('slider', { name: 'Feed 1 of 3' })).toHaveAttribute(
		'aria-valuetext',
		'15:39, 78 minutes'
	);
	await fill(page, 'First feed after light', '900');
	await expect(bar(page)).toContainText('closes before it opens');
	await bar(page)
		.getByRole('button', { name: /Feed from one hour after light/ })
		.click();
	await expect(bar(page)).not.toContainText('closes before it opens');
});

test('the name and the theme are kept; a system of fourteen is drawn at every size', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await typeIn(page.getByRole('textbox', { name: 'Name of the system' }), '');
	await page.getByRole('textbox', { name: 'Name of the system' }).press('Enter');
	await expect(page.getByRole('textbox', { name: 'Name of the system' })).toHaveValue(
		'Lean-to rail'
	);
	await page.getByRole('button', { name: 'Dark drawing' }).click();
	await page.reload();
	await alive(page);
	await expect(page.getByRole('button', { name: 'Light drawing' })).toBeVisible();
	for (const [width, height] of [
		[1600, 1000],
		[1280, 800],
		[1024, 700],
		[700, 900],
		[390, 844]
	] as const) {
		await page.setViewportSize({ width, height });
		await expect(page.getByRole('button', { name: 'Bucket A7' })).toBeVisible();
		const beyond = async () => {
			const board = (await page.getByRole('region', { name: 'Drawing to scale' }).boundingBox())!;
			const last = (await page.getByRole('button', { name: 'Bucket A7' }).boundingBox())!;
			return last.x + last.width - board.x - board.width;
		};
		// a window that was just made smaller is drawn anew a moment later
		await expect.poll(beyond).toBeLessThanOrEqual(1);
		expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
			width
		);
	}
});

test('the dry run is typed on the drawing, outlet after outlet as one walks', async ({
	page,
	request
}) => {
	await open(page, await ownRail(request));
	await step(page, 'dry-run').click();
	const jug = page.getByLabel(/^Jug under/);
	const walked: string[] = [];
	for (let i = 0; i < 14; i++) {
		const label = (await jug.getAttribute('aria-label'))!.replace('Jug under ', '');
		walked.push(label);
		await typeIn(jug, String(10 + i));
		await jug.press('Enter');
		await expect(page.getByLabel(`Caught at ${label}`)).toHaveValue(String(10 + i));
	}
	const there = ['A1', 'A2', 'A3', 'A4', 'A5', 'A6', 'A7'];
	const back = ['B7', 'B6', 'B5', 'B4', 'B3', 'B2', 'B1'];
	expect(walked).toEqual([...there, ...back]);
	await expect(page.getByText('14 of 14')).toBeVisible();
});
