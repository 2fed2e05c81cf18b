import { devices, type Page } from '@playwright/test';
import type { Batch } from '../../src/lib/core/procedure';
import {
	bar,
	choose,
	expect,
	fill,
	open,
	ownRail,
	saved,
	step,
	systemOf,
	test,
	visit,
	typeIn,
	bearsFailures,
	device
} from './bench';

const bench = /^The bench/;
interface Cards {
	batches: Batch[];
}

test('a recipe from three salts: what is missing, the salt that brings it, and the scale', async ({
	page,
	request
}) => {
	await open(page, await ownRail(request));
	await step(page, 'mix').click();
	await page.getByRole('button', { name: 'Weigh each fill' }).click();
	await page.getByText('What it is mixed from').click();
	for (const name of [
		'Magnesium sulfate (Epsom salt)',
		'Iron chelate DTPA, 11 %',
		'Manganese sulfate',
		'Zinc sulfate',
		'Copper sulfate',
		'Boric acid',
		'Sodium molybdate'
	])
		await page.getByRole('checkbox', { name, exact: true }).uncheck();
	const heaps = page.getByRole('group', { name: bench });
	await expect(heaps.getByRole('slider')).toHaveCount(3);
	await expect(page.getByRole('row', { name: /^boron 0\.000, short/ })).toBeAttached();
	// the one that would mend it most is named, and is a press away
	for (let i = 0; i < 7; i++) {
		const add = page.locator('.legend').getByRole('button', { name: /^Add / });
		await expect(heaps).toContainText(String(4 + i));
		if ((await page.getByRole('row', { name: /short/ }).count()) === 0) break;
		await add.click();
	}
	await expect(page.getByRole('row', { name: /short/ })).toHaveCount(0);
	await page.getByText('Scale and scoops').click();
	await fill(page, 'The scale shows steps of', '1');
	await expect(page.getByText('A scale of 1 g changes most')).toBeVisible();
	await choose(page, /With a scale of 1 g/);
	await bar(page)
		.getByRole('button', { name: /Weigh on a scale of 100 mg/ })
		.click();
	await expect(page.getByText('A scale of 100 mg changes most')).toBeVisible();
	await saved(page);
});

test('an amount is dragged by keys: all follows, and it is fitted again by a press', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'mix').click();
	await page.getByRole('button', { name: 'Weigh each fill' }).click();
	const slider = page.getByRole('slider', { name: /Amount of Potassium nitrate/ });
	const potassium = page.getByRole('row', { name: /^potassium/ });
	const before = await potassium.textContent();
	await slider.focus();
	for (let i = 0; i < 6; i++) await slider.press('Shift+ArrowUp');
	await expect(potassium).not.toHaveText(before!);
	await expect
		.poll(async () => Object.keys((await systemOf(request, id)).operation.mix.held))
		.toEqual(['potassium-nitrate']);
	await page.getByRole('link', { name: /Fit Potassium nitrate again/ }).click();
	await expect(potassium).toHaveText(before!);
	await expect
		.poll(async () => Object.keys((await systemOf(request, id)).operation.mix.held))
		.toEqual([]);
});

test('two bottles: too strong for a cold shed, made weaker, and their labels', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'mix').click();
	await expect(page.getByRole('img', { name: /^Two bottles/ })).toContainText('never mix A and B');
	await fill(page, 'Dose of each', '2');
	await choose(page, /of the potassium nitrate that dissolves/);
	await bar(page)
		.getByRole('button', { name: /Make them weaker/ })
		.click();
	await expect(page.getByRole('textbox', { name: 'Dose of each' })).not.toHaveValue('2');
	await saved(page);
	await page.getByRole('link', { name: 'Print their labels' }).click();
	await expect(page.getByRole('heading', { name: /bottle A/ })).toBeVisible();
	await expect(page.getByText(/Never pour into bottle B/)).toBeVisible();
});

test('the card on a phone: one wrong reading, its new plan, and a reload on the way', async ({
	page,
	request
}) => {
	await page.setViewportSize({ width: 390, height: 780 });
	const id = await ownRail(request);
	await visit(page, `/systems/${id}/mix`);
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page.getByRole('heading', { name: /Fill the tank with plain water/ })).toBeVisible();
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
	const go = page.getByRole('button', { name: /^(?:Done|Go on before the wait is over)$/ });
	await go.click();
	await expect(page.getByRole('heading', { name: /bottle A/ })).toBeVisible();
	await go.click();
	await expect(page.getByRole('heading', { name: /bottle B/ })).toBeVisible();
	await expect(page.getByRole('timer')).toContainText('Wait');
	// the battery dies: the same step, and the wait goes on
	await page.reload();
	await expect(page.getByRole('heading', { name: /bottle B/ })).toBeVisible();
	await go.click();
	await go.click();
	await expect(page.getByRole('heading', { name: /Read the strength/ })).toBeVisible();
	const shows = page.getByRole('textbox', { name: 'What it shows' });
	await typeIn(shows, '2900');
	await expect(page.getByRole('alert')).toContainText('2900 µS/cm: that is 2.90 mS/cm');
	await page.getByRole('button', { name: 'Yes, use that' }).click();
	const right = page.getByRole('button', { name: /^(?:That is it|Go on before)/ });
	await right.click();
	await page.getByRole('button', { name: /Something was weighed or poured wrong/ }).click();
	await expect(page.getByRole('heading', { name: /Drain off/ })).toBeVisible();
	await page.reload();
	await expect(page.getByRole('heading', { name: /Drain off/ })).toBeVisible();
	await go.click();
	await expect(page.getByRole('heading', { name: /Top up with plain water/ })).toBeVisible();
	await go.click();
	await typeIn(shows, '2,2');
	await right.click();
	await expect(page.getByRole('heading', { name: /half of the phosphoric acid/ })).toBeVisible();
	await expect(page.locator('main .caution')).toContainText('Acid into water, never water');
	await go.click();
	await typeIn(page.getByRole('textbox', { name: 'The pH it shows' }), '6,0');
	await right.click();
	await expect(page.getByRole('heading', { name: 'It is in the tank' })).toBeVisible();
	await expect(page.getByText('Noted in the record, and taken off')).toBeVisible();
	await expect(page.getByText(/Changed elsewhere/)).toHaveCount(0);
	const { record } = await systemOf(request, id);
	expect(record.reading).toMatchObject({ on: '2026-05-28', msCm: 2.2, ph: 6 });
	await page.reload();
	await expect(page.getByRole('listitem')).toContainText(/1 reading mended/);
});

test('yesterday’s tank is brought back: three numbers in, slips caught, one sentence out', async ({
	page,
	request
}) => {
	await page.setViewportSize({ width: 390, height: 780 });
	const id = await ownRail(request);
	await visit(page, `/systems/${id}/today`);
	const field = (name: string) => page.getByRole('textbox', { name, exact: true });
	await typeIn(field('In the tank, by its tape'), '22');
	await typeIn(field('Strength'), '1900');
	await expect(page.getByRole('alert')).toContainText('that is 1.90 mS/cm');
	await page.getByRole('button', { name: 'Yes, use that' }).click();
	await typeIn(field('pH'), '56');
	await expect(page.getByRole('alert')).toContainText('that is 5.6');
	await typeIn(field('pH'), '7,1');
	await expect(page.locator('.sentence')).toContainText(
		/^Top up with 12 L of plain water and stir in [\d.]+ mL of bottle A, [\d.]+ mL of bottle B and [\d.]+ mL of phosphoric acid/
	);
	await page.getByRole('button', { name: 'Note it' }).click();
	await expect(page.getByRole('button', { name: 'Noted' })).toBeVisible();
	await expect.poll(async () => (await systemOf(request, id)).record.nowL).toBe(22);
	// what does not fit is asked about before it is used
	await page.reload();
	await typeIn(field('In the tank, by its tape'), '60');
	await expect(page.getByText(/Did somebody top it up/)).toBeVisible();
	await page.getByRole('button', { name: 'I looked again: it is right' }).click();
	await expect(page.locator('.sentence')).not.toContainText('Something does not fit');
});

test('a water report is read in the units it is printed in, and a bad line is told', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'place').click();
	await page.getByText('From a water report').first().click();
	const box = page.getByRole('textbox', { name: /Paste its lines/ }).first();
	await typeIn(box, 'Calcium; 61; mg/L\nAlkalinity; 8; furlongs');
	await page.getByRole('button', { name: 'Take them' }).first().click();
	await expect(page.getByRole('alert')).toContainText('the unit “furlongs” is not known');
	await typeIn(
		box,
		'Calcium; 61; mg/L\nAlkalinity; 8; °dH\nSulphate: 21 mg/l\nTurbidity; 0.2; NTU'
	);
	await page.getByRole('button', { name: 'Take them' }).first().click();
	await expect(page.getByText(/passed over: Turbidity/)).toBeVisible();
	await expect.poll(async () => (await systemOf(request, id)).place.waters[0]!.Ca).toBe(61);
	expect((await systemOf(request, id)).place.waters[0]!.alkalinityMeqL).toBeCloseTo(2.853, 2);
	await step(page, 'mix').click();
	await expect(page.getByRole('row', { name: /^calcium .*your water 61/ })).toBeAttached();
});

test('without a meter: by the label, and from leaves to one correction', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'mix').click();
	await page.getByRole('button', { name: 'Weigh each fill' }).click();
	await page.getByText('What it is mixed from').click();
	await page.getByLabel('Begin from').selectOption('bottle');
	await page.getByText('by the label alone').click();
	await expect(page.getByRole('complementary')).toContainText(/give or\s+take/);
	await saved(page);
	await page.getByRole('link', { name: 'The tank today' }).click();
	await page.getByText('No meter at hand').click();
	await typeIn(page.getByRole('textbox', { name: /Poured in/ }), '12');
	await expect(page.getByText(/48 mL of One-bottle feed/)).toBeVisible();
	await expect(page.getByText(/the tank then stands between/)).toBeVisible();
	await page.getByText('The leaves show something').click();
	await page.getByText('younger leaves').click();
	await page.getByText('yellow between green veins').click();
	await expect(page.getByText('Iron out of reach')).toBeVisible();
	await expect(page.getByText(/Read the pH: over 6.8/)).toBeVisible();
});

test('the meter in the tank is read live', async ({ page, request }) => {
	const id = await ownRail(request);
	await visit(page, `/systems/${id}/today`);
	await page.getByRole('button', { name: 'Read the simulated meter' }).click();
	const litres = page.getByRole('textbox', { name: 'In the tank, by its tape' });
	await expect(litres).toHaveValue(/^\d/);
	await expect(page.locator('.sentence')).toBeVisible();
	// it never writes over what a hand is typing
	const strength = page.getByRole('textbox', { name: 'Strength', exact: true });
	await typeIn(strength, '0,9');
	await expect(
		page.getByText(/^The meter shows [\d.]+: it is put in when you leave/)
	).toBeVisible();
	await expect(strength).toHaveValue('0,9');
	await strength.press('Tab');
	await expect(strength).not.toHaveValue('0,9');
	const put = await request.put(`/api/designs/${id}/meter`, {
		data: { speed: 1, fault: 'empty' }
	});
	expect(put.ok()).toBe(true);
	await expect(litres).toHaveValue(/^0/);
	await page.getByRole('button', { name: 'Stop listening' }).click();
	await expect(page.getByRole('button', { name: 'Note it' })).toBeEnabled();
});

/** Ends the step that is shown, whatever it asks for. */
async function nextStep(page: Page): Promise<void> {
	const count = page.locator('.count');
	const before = await count.textContent();
	const meterless = page.getByRole('button', { name: 'I have no meter here' });
	if (await meterless.isVisible()) await meterless.click();
	else await page.getByRole('button', { name: /^(Done|Go on before the wait is over)$/ }).click();
	await expect
		.poll(async () => ((await count.isVisible()) ? await count.textContent() : null))
		.not.toBe(before);
}

test('a card begun without network is worked through, and noted once when it is back', async ({
	page,
	context,
	request
}) => {
	bearsFailures(page);
	const id = await ownRail(request);
	await visit(page, `/systems/${id}/mix`);
	const before = (await (await request.get(`/api/designs/${id}/batches`)).json()) as Cards;
	await context.route('**/api/**', (route) => route.abort());
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page.getByText(/^On this device, waiting for the network/)).toBeVisible();
	while (await page.locator('.count').isVisible()) await nextStep(page);
	await expect(page.getByRole('heading', { name: 'It is in the tank' })).toBeVisible();
	await expect(page.getByText('Not noted yet: it is on its way.')).toBeVisible();
	await expect(page.getByText('Noted in the record')).toHaveCount(0);
	await context.unroute('**/api/**');
	await page.getByRole('button', { name: 'Try now' }).click();
	await expect(page.getByText('Noted in the record, and taken off')).toBeVisible();
	const after = (await (await request.get(`/api/designs/${id}/batches`)).json()) as Cards;
	expect(after.batches).toHaveLength(before.batches.length + 1);
	expect(after.batches[0]!.state).toBe('done');
	expect((await systemOf(request, id)).record.reading).toMatchObject({ on: '2026-05-28' });
});

test('a card in hand belongs to one device: another says so, and asks before it pours', async ({
	page,
	browser,
	baseURL,
	request,
	quiet
}) => {
	quiet.expectStatus(409);
	const id = await ownRail(request);
	const { viewport, userAgent } = devices['Pixel 7'];
	const phone = await device(browser, baseURL, { viewport, userAgent });
	await visit(phone, `/systems/${id}/mix`);
	await phone.getByRole('button', { name: 'Begin' }).click();
	while (!(await phone.locator('.amount').isVisible())) await nextStep(phone);
	await expect(phone.getByText(/^Saved/)).toBeVisible();
	await visit(page, `/systems/${id}/mix`);
	await expect(
		page.getByRole('heading', { name: /^Open on the phone since \d\d:\d\d$/ })
	).toBeVisible();
	await expect(page.getByText('Pour nothing twice: look there first.')).toBeVisible();
	await page.getByRole('button', { name: 'This step is still to be done: go on here' }).click();
	await expect(page.locator('.amount')).toBeVisible();
	await nextStep(page);
	await expect(page.getByText(/^Saved/)).toBeVisible();
	const done = async () =>
		((await (await request.get(`/api/designs/${id}/batches`)).json()) as Cards).batches.find(
			({ state }) => state === 'open'
		)!.done.length;
	const there = await done();
	await phone.getByRole('button', { name: /^(Done|Go on before)/ }).click();
	await expect(phone.getByRole('heading', { name: 'Taken over on the computer' })).toBeVisible();
	expect(await done()).toBe(there);
	await phone.getByRole('button', { name: 'Leave it there' }).click();
	await expect(phone.getByRole('heading', { name: /^Open on the computer since/ })).toBeVisible();
	await phone.context().close();
});
