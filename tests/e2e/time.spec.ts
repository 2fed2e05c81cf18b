import { readFileSync } from 'node:fs';
import {
	bar,
	choose,
	expect,
	fill,
	open,
	ownExample,
	ownRail,
	saved,
	step,
	systemOf,
	test,
	typeIn
} from './bench';

test('ways of feeding stand side by side, one is taken, stretched dry, and mended', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'feed').click();
	const sheet = page.getByRole('complementary');
	// each was planned and run by the worker
	await expect(sheet.getByText('advised')).toHaveCount(1);
	const byHand = page.getByRole('radio', { name: /By hand, at set times/ });
	await expect(sheet.getByText(/2 × \d+ min, [\d.]+ h of stress/)).toBeVisible();
	for (const name of [
		'A few long soaks',
		'Many short pulses',
		'A repeat without a clock',
		'A steady trickle'
	]) {
		await page.getByRole('radio', { name: new RegExp(name) }).check();
		await expect(step(page, 'feed')).toContainText(
			name.includes('trickle') ? 'all day' : /× \d+ min/
		);
	}
	await byHand.check();
	await choose(page, /before the next feed comes/);
	await bar(page)
		.getByRole('button', { name: /As many soaks as are needed/ })
		.click();
	await expect(step(page, 'feed')).toContainText('18 × 9 min');
	await page.getByTitle('All findings, gravest first').click();
	await expect(page.locator('.findings-sheet')).not.toContainText('of their easy water');
	await saved(page);
});

test('a feed is pressed together by keys until plants are stressed, and its way out taken', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'feed').focus();
	await page.keyboard.press('Enter');
	// through the ways of feeding by arrows, and back
	const way = (name: RegExp) => page.getByRole('radio', { name });
	await way(/^A few long soaks/).focus();
	await page.keyboard.press('ArrowDown');
	await expect(way(/^Many short pulses/)).toBeChecked();
	await page.keyboard.press('ArrowUp');
	await expect(way(/^A few long soaks/)).toBeChecked();
	await page.getByRole('slider', { name: 'Feed 1 of 16' }).focus();
	for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowLeft');
	await expect(step(page, 'feed')).toContainText('18 × 1 min');
	await choose(page, /drier from day to day/);
	await bar(page)
		.getByRole('button', { name: /Set the timer to 9 min/ })
		.focus();
	await page.keyboard.press('Enter');
	await expect(step(page, 'feed')).toContainText('18 × 9 min');
	await page.keyboard.press('Control+z');
	await expect(step(page, 'feed')).toContainText('18 × 1 min');
});

test('the power is cut on the day: how long until they are stressed and wilt, by mouse and by keys', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'feed').click();
	const sheet = page.getByRole('complementary');
	const off = page.getByRole('slider', { name: 'Power off' });
	await expect(off).toHaveAttribute('aria-valuetext', '09:40');
	await expect(sheet.getByText('Without power from 09:40')).toBeVisible();
	const wilts = () =>
		sheet.innerText().then((text) => text.match(/stress in[\s\S]*?wilting in\s+([\d.]+)/)?.[1]);
	const worst = await wilts();
	expect(Number(worst)).toBeGreaterThan(1);
	const box = (await off.locator('.flag').boundingBox())!;
	await page.mouse.move(box.x + box.width / 2, box.y + 6);
	await page.mouse.down();
	await page.mouse.move(box.x + box.width / 2 + 300, box.y + 6, { steps: 6 });
	await page.mouse.up();
	await expect(off).not.toHaveAttribute('aria-valuetext', '09:40');
	expect(await wilts()).not.toBe(worst);
	await off.focus();
	await page.keyboard.press('Home');
	await expect(off).toHaveAttribute('aria-valuetext', '00:00');
	await page.keyboard.press('ArrowRight');
	await expect(sheet.getByText('Without power from 00:15')).toBeVisible();
	await page.getByRole('button', { name: 'The worst moment' }).click();
	await expect(off).toHaveAttribute('aria-valuetext', '09:40');
	// somebody who is away longer than they last is told
	await fill(page, 'Nobody looks in for, at most', '48');
	await choose(page, /you are away up to 48 h/);
	await saved(page);
});

test('a tank that gets too warm is said, and shade helps', async ({ page, request }) => {
	const id = await ownExample(request, 'float-top-up');
	await open(page, id);
	await choose(page, /On a warm day the tank comes to/);
	await bar(page)
		.getByRole('button', { name: /^Shade it/ })
		.click();
	await expect(bar(page)).not.toContainText('On a warm day the tank');
	await saved(page);
	expect((await systemOf(request, id)).design.tank.shaded).toBe(true);
	await step(page, 'tank').click();
	await expect(page.getByLabel('Shaded from the sun')).toBeChecked();
	await expect(page.getByText(/One change alone, its warmest then/)).toBeVisible();
});

test('the season stands on the board, and goes into a calendar', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'plant-out').click();
	await expect(page.getByRole('group', { name: 'The season, group by group' })).toBeVisible();
	const download = page.waitForEvent('download');
	await page.getByRole('button', { name: 'As a calendar (.ics)' }).click();
	const file = await download;
	expect(file.suggestedFilename()).toBe('season.ics');
	const text = readFileSync(await file.path(), 'utf8');
	expect(text).toContain('BEGIN:VCALENDAR');
	expect(text).toMatch(/SUMMARY:Sow sweet pepper/);
});

test('the timer’s table is taken along for a program', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'feed').click();
	await page.getByText('The timer’s table, 18 lines').click();
	const download = page.waitForEvent('download');
	await page.getByRole('button', { name: 'As CSV' }).click();
	const lines = readFileSync(await (await download).path(), 'utf8')
		.trim()
		.split('\n');
	expect(lines[0]).toBe('on,off,minutes');
	expect(lines).toHaveLength(19);
	expect(lines).toContain('05:29,05:38,9');
});

test('a feed is doubled and dropped by keys and by a press; one that runs into another is said at its time', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'feed').click();
	await expect(step(page, 'feed')).toContainText('18 × 9 min');
	await page.getByRole('slider', { name: 'Feed 2 of 16' }).focus();
	await page.keyboard.press('d');
	await expect(step(page, 'feed')).toContainText('19 ×');
	await expect(page.getByRole('radio', { name: /By hand, at set times/ })).toBeChecked();
	await page.getByRole('slider', { name: /^Feed 3 of / }).focus();
	await page.keyboard.press('Delete');
	await expect(step(page, 'feed')).toContainText('18 ×');
	await page.getByRole('slider', { name: /^Feed 1 of / }).focus();
	await page.getByRole('button', { name: 'One more like it' }).click();
	await expect(step(page, 'feed')).toContainText('19 ×');
	await page.keyboard.press('Control+z');
	await expect(step(page, 'feed')).toContainText('18 ×');
	const first = page.getByLabel('Watering 1', { exact: true });
	const second = page.getByLabel('Watering 2', { exact: true });
	const [hours, minutes] = (await second.inputValue()).split(':').map(Number);
	await typeIn(first, await second.inputValue());
	await first.press('Enter');
	await expect(page.getByRole('alert')).toContainText('There is a feed at');
	const early = hours! * 60 + minutes! - 2;
	await typeIn(
		first,
		`${String(Math.floor(early / 60)).padStart(2, '0')}:${String(early % 60).padStart(2, '0')}`
	);
	await first.press('Enter');
	await expect(page.getByRole('alert')).toContainText(/runs \d+ min, into the one at/);
	await saved(page);
});
