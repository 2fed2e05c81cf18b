import {
	bar,
	choose,
	systemOf,
	expect,
	open,
	ownExample,
	saved,
	step,
	test,
	typeIn
} from './bench';

/** A field of each kind's sheet, a figure it does not take, what is then said, and one it takes. */
const FIELDS: [
	name: string,
	label: string,
	bad: string,
	says: RegExp,
	good: string,
	then: RegExp
][] = [
	[
		'kitchen-columns',
		'distance between rings',
		'2',
		/from 40 to 1000 mm/,
		'240',
		/\d+ in 2 towers/
	],
	['loft-table', 'Rows', '99', /whole number from 1 to 40/, '2', /2 × 3 pots/],
	['wall-pockets', 'tiers', '50', /whole number from 1 to 40/, '3', /18 in 6 panels/],
	['yard-channels', 'length of a channel', '90000', /from 300 to 4000 mm/, '900', /in 6 channels/],
	['away-bench', 'trays a row', '0', /whole number from 1/, '4', /1 × 4 trays/],
	['bucket-stack', 'buckets a stack', '12', /whole number from 1 to 8/, '3', /in 1 stack/]
];
for (const [name, label, bad, says, good, then] of FIELDS)
	test(`${name}: “${label}” refuses what cannot be and takes what can`, async ({
		page,
		request
	}) => {
		const id = await ownExample(request, name);
		await open(page, id);
		await step(page, 'sites').click();
		const before = await step(page, 'sites').textContent();
		const field = page.getByRole('textbox', { name: new RegExp(`^${label}`, 'i') }).first();
		await typeIn(field, bad);
		await field.press('Enter');
		await expect(page.getByRole('alert')).toContainText(says);
		// what was typed is not lost, and nothing moved
		await expect(field).toHaveValue(bad);
		expect(await step(page, 'sites').textContent()).toBe(before);
		await typeIn(field, good);
		await field.press('Enter');
		await expect(page.getByRole('alert')).toHaveCount(0);
		await expect(step(page, 'sites')).toContainText(then);
		await saved(page);
		await page.getByRole('button', { name: 'Undo' }).click();
		await expect(step(page, 'sites')).toContainText(before!.replace(/^\D*?Sites\s*/, '').trim());
	});

test('a lamp is hung, raised until it is too dim, and lowered again by its fix', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'loft-table');
	await open(page, id);
	await step(page, 'place').click();
	await page.getByRole('button', { name: 'Hang a lamp' }).click();
	await expect(page.getByText('All lamps together')).toBeVisible();
	// what was hung stands open, and its first field has the hand
	await expect(page.getByLabel('Name').last()).toBeFocused();
	await page.locator('summary', { hasText: 'LED panel' }).click();
	const hours = page.getByLabel('Hours a day').first();
	await typeIn(hours, '3');
	await hours.press('Enter');
	await page.getByRole('button', { name: 'Take it down' }).last().click();
	await expect(page.locator('summary', { hasText: 'Lamp 1' })).toHaveCount(0);
	await choose(page, 'little light');
	await bar(page)
		.getByRole('button', { name: /^Lamps on for/ })
		.click();
	await expect(bar(page)).not.toContainText('little light');
	await saved(page);
});

test('what climbs is held up, and what holds it says what it carries', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'slab-gutter');
	await open(page, id);
	await step(page, 'plants').click();
	await page.getByLabel('Climbers hold on to').selectOption({ label: 'canes' });
	await saved(page);
	expect((await systemOf(request, id)).design.support.kind).toBe('canes');
});

test('prices make a cost a site, and how far it can grow is found when asked', async ({
	page,
	request
}) => {
	test.setTimeout(150_000);
	const id = await ownExample(request, 'lean-to-rail');
	await open(page, id);
	await step(page, 'lines').click();
	const price = page.getByLabel('Your price for 11 L bucket, each');
	await typeIn(price, 'minus one');
	await price.press('Enter');
	await expect(page.getByRole('alert')).toBeVisible();
	await typeIn(price, '4.50');
	await price.press('Enter');
	await expect(page.getByText(/^63.00 for the 1 of \d+ lines/)).toBeVisible();
	await step(page, 'sites').click();
	await expect(page.getByText('4.50 by your prices')).toBeVisible();
	await page.getByRole('button', { name: 'How far can it be extended?' }).click();
	await expect(page.getByText('To extend it from 7 a row')).toBeVisible({ timeout: 40_000 });
	await expect(page.getByText('The place gives way first.')).toBeVisible();
	// it is worked out beside the page, which stays free: a drag meanwhile is no trouble
	await expect(page.getByText(/Trying lengths/)).toHaveCount(0);
	// another length is another question
	const row = page.getByRole('textbox', { name: 'Buckets a row' });
	await typeIn(row, '6');
	await row.press('Enter');
	const ask = page.getByRole('button', { name: 'How far can it be extended?' });
	await expect(ask).toBeVisible();
	// asked and given up: nothing is told, and it can be asked again
	await ask.click();
	const stop = page.getByRole('button', { name: 'Stop' });
	const told = page.getByText('To extend it from 6 a row');
	await expect(stop.or(told)).toBeVisible();
	if (await stop.isVisible()) await stop.click({ timeout: 2000 }).catch(() => undefined);
	// a quick machine may have been done before it was stopped
	await expect(ask.or(told)).toBeVisible({ timeout: 40_000 });
	await saved(page);
});

test('holes are marked from the end the grower likes, and a taped round is taken as a diameter', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'kitchen-columns');
	await open(page, id);
	await step(page, 'sites').click();
	const first = page.getByRole('row', { name: /^1 / });
	await expect(first).toContainText('140');
	await page.getByLabel('holes marked from').selectOption({ label: 'the upper end' });
	await expect(first).toContainText('1460');
	const tape = page.getByRole('textbox', { name: /Round the pipe, by tape/ });
	await typeIn(tape, '377');
	await tape.press('Enter');
	await saved(page);
	const [stand] = (await systemOf(request, id)).design.stands as { outerDiameterMm: number }[];
	expect(stand!.outerDiameterMm).toBeCloseTo(377 / Math.PI, 2);
});

test('a thing chosen in the drawing is told in a line: tower, return, pump', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'control-pot-ring');
	await open(page, id);
	await page
		.getByRole('button', { name: /^Pot A1/ })
		.first()
		.click();
	await expect(page.getByText(/of medium, with .* in it they can take up/)).toBeVisible();
	// returns lie under everything else, the ring along the floor first of them
	await page.locator('.elevation polyline.reach').first().dispatchEvent('click');
	await expect(page.getByText(/level and under water, one surface/)).toBeVisible();
});

test('floors are measured pot by pot, and what stands wrong is told where it is mended', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'valve-pots');
	await open(page, id);
	await step(page, 'sites').click();
	const row = page.getByRole('row', { name: /^A4 / });
	await expect(row).toContainText('dry');
	const floor = page.getByLabel('Floor of A4 over the level, mm');
	await typeIn(floor, '900');
	await floor.press('Enter');
	await expect(page.getByRole('alert')).toContainText('from -200 to 200 mm');
	await typeIn(floor, '4');
	await floor.press('Enter');
	await expect(page.getByRole('alert')).toHaveCount(0);
	await expect(row).toContainText('18');
	await expect(row).not.toContainText('dry');
	await saved(page);
	const [stand] = (await systemOf(request, id)).design.stands as { floorsMm: object }[];
	expect(stand!.floorsMm).toEqual({ '1/4': 4 });
});

test('in a ring each pot says how high its water stands while the pump runs', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'control-pot-ring');
	await open(page, id);
	await step(page, 'lines').click();
	await expect(page.getByRole('heading', { name: 'While the pump runs' })).toBeVisible();
	await page.getByLabel('Return line between the pots').selectOption({ label: '4 mm feed tube' });
	await expect(page.getByRole('row', { name: /over by/ }).first()).toBeVisible();
	await expect(bar(page)).toContainText('higher than the control pot');
	await saved(page);
});

test('variants over the API: kept, refused in words, promoted once and no more', async ({
	request
}) => {
	const id = await ownExample(request, 'valve-pots');
	const at = `/api/designs/${id}/alternatives`;
	const headers = { 'content-type': 'application/json' };
	const send = (method: string, path: string, data?: unknown) =>
		request.fetch(path, { method, headers, ...(data !== undefined && { data }) });
	const nameless = await send('POST', at, { name: '' });
	expect(nameless.status()).toBe(400);
	expect(await nameless.text()).toContain('name of the variant must be text of 1 to 80 characters');
	const wrong = await send('POST', at, { name: 'No', plan: { design: { stands: [] } } });
	expect(wrong.status()).toBe(400);
	expect((await send('POST', '/api/designs/none/alternatives', { name: 'A' })).status()).toBe(404);
	const kept = await send('POST', at, { name: 'As it is' });
	expect(kept.status()).toBe(201);
	const { id: alt } = (await kept.json()) as { id: string };
	expect((await send('POST', `${at}/${alt}`, { base: 0 })).status()).toBe(400);
	expect((await send('POST', `${at}/${alt}`, { base: 999_999 })).status()).toBe(409);
	const stored = (await (await send('GET', `/api/designs/${id}`)).json()) as { revision: number };
	expect((await send('POST', `${at}/${alt}`, { base: stored.revision })).status()).toBe(200);
	expect((await send('DELETE', `${at}/nothing`)).status()).toBe(404);
});

test('not more variants are kept than can be looked at', async ({ request }) => {
	const id = await ownExample(request, 'valve-pots');
	const data = { name: 'Another' };
	let status = 201;
	for (let i = 0; i < 25 && status === 201; i++)
		status = (await request.post(`/api/designs/${id}/alternatives`, { data })).status();
	expect(status).toBe(400);
	const refused = await request.post(`/api/designs/${id}/alternatives`, { data });
	expect(await refused.text()).toContain('20 variants are kept at most; drop one first');
});
