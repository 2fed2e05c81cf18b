import { bar, choose, expect, open, ownExample, saved, step, test, typeIn } from './bench';
import type { Page } from '@playwright/test';

const sheet = (page: Page) => page.getByRole('complementary');

test('the last ring of a tower goes short of a feed, and the timer is set longer', async ({
	page,
	request
}) => {
	await open(page, await ownExample(request, 'kitchen-columns'));
	await step(page, 'feed').click();
	await page.getByRole('radio', { name: /A few long soaks/ }).check();
	await typeIn(page.getByLabel('Soaks a day'), '2');
	await typeIn(page.getByLabel('Set on your timer'), '1');
	await page.getByLabel('Set on your timer').press('Enter');
	await choose(page, /Those above leave \d+ mL of it to A1a, which takes up \d+ mL/);
	await bar(page)
		.getByRole('button', { name: /Set the timer to 2 min/ })
		.click();
	await expect(step(page, 'feed')).toContainText(/× 2 min/);
	await expect(bar(page)).not.toContainText('Those above leave');
	await saved(page);
});

test('slabs that drain to waste keep their strength, and their tank lasts as long as it says', async ({
	page,
	request
}) => {
	await open(page, await ownExample(request, 'slab-gutter'));
	await step(page, 'tank').click();
	// 64 L less the pump's 10.5 L, over what is drunk and what runs away
	await expect(bar(page)).toContainText(
		'33.1 L a day leave the tank. Filled to 64 L it is down to the 10.5 L its pump needs after 1.6 days'
	);
	await expect(sheet(page)).toContainText(/run to waste/);
	await expect(sheet(page)).not.toContainText(/drifts/);
	await bar(page)
		.getByRole('button', { name: /Refill every day/ })
		.click();
	await expect(bar(page)).not.toContainText('33.1 L a day');
	await saved(page);
});

test('the tank of a valve system keeps its strength, and the salt is where it stays: in the pots', async ({
	page,
	request
}) => {
	await open(page, await ownExample(request, 'valve-pots'));
	await step(page, 'tank').click();
	await expect(page.getByRole('img', { name: /The tank over three weeks/ })).toContainText(
		/2.30 mS\/cm on \d+ \w+/
	);
	await step(page, 'mix').click();
	await expect(step(page, 'mix')).toContainText('2.30 mS/cm');
	await open(page, await ownExample(request, 'away-bench'));
	await choose(page, /stays in the medium/);
	await step(page, 'feed').click();
	await bar(page)
		.getByRole('button', { name: /Flush every 15 days/ })
		.click();
	await expect(page.getByLabel('Flushed with plain water every')).toHaveValue('15');
	await expect(bar(page)).not.toContainText('stays in the medium');
	await saved(page);
});

test('a line that would siphon its tank empty is said, and an air hole breaks it', async ({
	page,
	request
}) => {
	await open(page, await ownExample(request, 'mixed-loop'));
	await step(page, 'tank').click();
	await typeIn(page.getByLabel('Tank floor over the floor'), '1000');
	await page.getByLabel('Tank floor over the floor').press('Enter');
	await choose(page, /hangs 555 mm under the water in the tank: when the pump stops/);
	await bar(page)
		.getByRole('button', { name: /Drill an air hole/ })
		.click();
	await expect(bar(page)).not.toContainText('when the pump stops the full line goes on running');
	await step(page, 'lines').click();
	await expect(page.getByLabel(/Air hole/)).toBeChecked();
	await saved(page);
});

test('everything that can be settled is shown, done at once and taken back at once', async ({
	page,
	request
}) => {
	await open(page, await ownExample(request, 'segment-tower'));
	const before = await bar(page).locator('.all-findings').textContent();
	await page.getByTitle('All findings, gravest first').click();
	await page.getByRole('button', { name: 'Settle all that can be' }).click();
	const dialog = page.getByRole('dialog', { name: 'Settle all' });
	await expect(dialog).toContainText('3 changes settle 3 of 3; none can be left out.');
	await expect(dialog.getByRole('listitem')).toHaveCount(3);
	await dialog.getByRole('button', { name: 'Do all of it' }).click();
	await expect(dialog).toHaveCount(0);
	await expect(bar(page)).toHaveClass(/caution/);
	await saved(page);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(bar(page).locator('.all-findings')).toHaveText(before!);
});
