import {
	bar,
	choose,
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

test('the demo opens on a shelf, and the rail shows its water and its warning', async ({
	page
}) => {
	await page.goto('/');
	await expect(page.getByRole('heading', { name: 'Tern Cottage' }).first()).toBeVisible();
	await expect(page.getByText(/Below 16 L in the tank A7 runs dry first/).first()).toBeVisible();
	await page.locator('h2 a[href="/systems/lean-to-rail"]').click();
	await expect(step(page, 'pump')).toContainText('28.4 L/h');
	await expect(page.getByRole('button', { name: 'Bucket A7' })).toBeVisible();
	await expect(bar(page)).toContainText('1 of');
});

test('the water level is dragged down until buckets run dry; the fix, undo, a reload and redo', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	const level = page.getByRole('slider', { name: 'Water level in the tank' });
	const box = (await level.locator('.grip').boundingBox())!;
	const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
	await page.mouse.move(x, y);
	await page.mouse.down();
	for (let dy = 2; dy <= 22; dy += 2) await page.mouse.move(x, y + dy);
	await expect(bar(page)).toContainText(/run(s)? dry with/);
	await page.mouse.up();
	await saved(page);
	expect((await systemOf(request, id)).record.nowL).toBeLessThan(16);
	// what was just noted can be taken back, and noted again
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(bar(page)).not.toContainText('dry with');
	await page.getByRole('button', { name: 'Redo' }).click();
	await expect(bar(page)).toContainText('dry with');
	await saved(page);

	await bar(page)
		.getByRole('button', { name: /^Dial to \d+ %/ })
		.click();
	await expect(bar(page)).not.toContainText('dry with');
	await saved(page);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(bar(page)).toContainText('dry with');
	await saved(page);

	await page.reload();
	await alive(page);
	await expect(bar(page)).toContainText('dry with');
	await page.getByRole('button', { name: 'Redo' }).click();
	await expect(bar(page)).not.toContainText('dry with');
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(bar(page)).toContainText('dry with');
	await saved(page);
	// the dial is back where it was; the water is where it was seen, whatever is undone
	const { operation, record } = await systemOf(request, id);
	expect(operation.dial).toBe(0.72);
	expect(record.nowL).toBeLessThan(16);
	await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('bench, fall, spacing and dial are dragged where they stand', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	for (const [name, dx, dy] of [
		['Height of the bench', 0, -20],
		['Fall of the bench', 0, -12],
		['Bucket spacing', -12, 0]
	] as const) {
		const grip = page.getByRole('slider', { name });
		const before = Number(await grip.getAttribute('aria-valuenow'));
		const box = (await grip.locator('.grip').boundingBox())!;
		await page.mouse.move(box.x + 8, box.y + 8);
		await page.mouse.down();
		await page.mouse.move(box.x + 8 + dx, box.y + 8 + dy, { steps: 5 });
		await page.mouse.up();
		expect(Number(await grip.getAttribute('aria-valuenow'))).not.toBe(before);
	}
	const dial = page.getByRole('slider', { name: 'Pump dial' });
	await typeIn(dial, '90');
	await expect(step(page, 'pump')).not.toContainText('28.4 L/h');
	await saved(page);
	const { design, operation } = await systemOf(request, id);
	const [stand] = design.stands as { lowEndHeightMm: number; pitchMm: number }[];
	expect(operation.dial).toBe(0.9);
	expect(stand!.lowEndHeightMm).toBeGreaterThan(630);
	expect(stand!.pitchMm).toBeLessThan(420);
});

test('units change everywhere at once, and back with undo', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.getByRole('button', { name: 'Units' }).click();
	await page.getByRole('menuitemradio', { name: 'US', exact: true }).click();
	await expect(step(page, 'pump')).toContainText('gal/h');
	await expect(bar(page)).toContainText('gal');
	await expect(step(page, 'place')).toContainText('ft');
	await page.getByRole('button', { name: 'Units' }).click();
	await page.getByRole('menuitemradio', { name: 'ppm, 500 scale' }).click();
	await expect(step(page, 'mix')).toContainText('1100 ppm (500)');
	await saved(page);
	await page.getByRole('button', { name: 'Undo' }).click();
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(step(page, 'pump')).toContainText('28.4 L/h');
	await saved(page);
	await page.reload();
	await expect(step(page, 'mix')).toContainText('mS/cm');
});

test('by keyboard alone: to a grip, a nudge, a finding and its fix', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.keyboard.press('w');
	const level = page.getByRole('slider', { name: 'Water level in the tank' });
	await expect(level).toBeFocused();
	const before = Number(await level.getAttribute('aria-valuenow'));
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('ArrowUp');
	await expect(level).toHaveAttribute('aria-valuenow', String(before - 0.5));
	// a run of nudges is kept when it is over: what would help is tried anew then
	await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeEnabled();
	await saved(page);
	await page.keyboard.press('n');
	await expect(bar(page)).toContainText('2 of');
	await page.keyboard.press('b');
	await expect(bar(page).getByRole('button', { name: /^Dial to 74 %/ })).toBeVisible();
	await page.keyboard.press('1');
	await expect(bar(page)).not.toContainText('runs dry first');
	await page.keyboard.press(']');
	await expect(page.getByRole('complementary', { name: 'Tank' })).toBeVisible();
	await page.keyboard.press('u');
	await expect(bar(page)).toContainText('runs dry first');
	await page.keyboard.press('?');
	await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
	await page.keyboard.press('Escape');
	await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden();
});

test('a figure that cannot be is refused beside its field, and the drawing stays', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'sites').click();
	const spacing = page.getByRole('textbox', { name: 'Bucket spacing', exact: true });
	await typeIn(spacing, '9000');
	await spacing.press('Tab');
	await expect(page.getByRole('alert')).toHaveText(
		'Bucket spacing must be a number from 50 to 3000 mm.'
	);
	await expect(spacing).toHaveValue('9000');
	await expect(page.getByRole('slider', { name: 'Bucket spacing' })).toHaveAttribute(
		'aria-valuenow',
		'420'
	);
	await typeIn(spacing, '400');
	await spacing.press('Tab');
	await expect(page.getByRole('alert')).toHaveCount(0);
	await expect(page.getByRole('slider', { name: 'Bucket spacing' })).toHaveAttribute(
		'aria-valuenow',
		'400'
	);
	await step(page, 'place').click();
	const warmest = page.getByRole('textbox', { name: 'Warmest' });
	await typeIn(warmest, '3');
	await warmest.press('Tab');
	await expect(page.getByRole('alert')).toContainText(
		'highest temperature must be at least the lowest'
	);
});

test('feeds are moved and stretched on the day', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'feed').click();
	const first = page.getByRole('slider', { name: 'Feed 1 of 16' });
	await expect(first).toHaveAttribute('aria-valuetext', '05:29, 9 minutes');
	const box = (await first.locator('.feed').boundingBox())!;
	await page.mouse.move(box.x + 2, box.y + 10);
	await page.mouse.down();
	await page.mouse.move(box.x + 42, box.y + 10, { steps: 4 });
	await page.mouse.up();
	// fewer fit into a shorter day
	const moved = page.getByRole('slider', { name: /^Feed 1 of/ });
	await expect(moved).not.toHaveAttribute('aria-valuetext', /^05:29/);
	await moved.focus();
	const six = step(page, 'feed').getByText(/× 6 min/);
	// by what the feed itself says: what the steps say comes when it is judged
	for (let i = 0; i < 12; i++) {
		const was = (await moved.getAttribute('aria-valuetext'))!;
		if (was.endsWith(' 6 minutes')) break;
		await page.keyboard.press('Shift+ArrowLeft');
		await expect(moved).not.toHaveAttribute('aria-valuetext', was);
	}
	await expect(six).toBeVisible();
	await choose(page, /brings .* too little/);
	await page.getByRole('radio', { name: /Many short pulses/ }).check();
	await expect(step(page, 'feed')).toContainText(/1[0-9] × 6 min/);
	await saved(page);
});

test('bench-testing the pump, and trying every pump in a worker', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.getByRole('button', { name: 'Bench-test it' }).click();
	await page.getByRole('button', { name: 'Use these readings' }).click();
	await expect(page.getByRole('alert')).toContainText('Two readings at least');
	const readings = [
		['1.5', '0', '10'],
		['0.5', '2', '12'],
		['0.1', '2', '9']
	];
	for (const [i, [lift, jug, seconds]] of readings.entries()) {
		await typeIn(page.getByLabel(`Lift of reading ${i + 1}`), lift!);
		await typeIn(page.getByLabel(`Jug of reading ${i + 1}`), jug!);
		await typeIn(page.getByLabel(`Seconds of reading ${i + 1}`), seconds!);
	}
	await page.getByRole('button', { name: 'Use these readings' }).click();
	await expect(page.getByLabel('Lift of reading 1')).toHaveCount(0);
	await page.getByRole('button', { name: 'Choose another' }).click();
	await expect(page.getByText('Each pump at full dial on this bench')).toBeVisible();
	await page
		.getByRole('listitem')
		.filter({ hasText: '25 W pump' })
		.getByRole('button', { name: 'Take it' })
		.click();
	await expect(page.getByText('25 W pump, 2.4 m / 1500 L/h, dial at 100 %')).toBeVisible();
	await saved(page);
});

test('selection is shared by drawing, sheet and finding', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.getByRole('button', { name: 'Bucket A3' }).click();
	await expect(page.getByText('climbing bean, full:')).toBeVisible();
	await step(page, 'plants').click();
	await page.getByLabel(/^Grow in A3/).selectOption('tomato');
	await expect(page.getByText('cordon tomato, full:')).toBeVisible();
	const at = async (selector: string, dx = 0.5) => {
		const box = (await page.locator(selector).first().boundingBox())!;
		await page.mouse.click(box.x + dx * box.width, box.y + box.height / 2);
	};
	await at('polyline.reach[points]', 0.9);
	await expect(page.getByRole('complementary', { name: 'Lines' })).toContainText(
		/Return of row A.*falling 1.5 %/
	);
	// between two buckets
	await at('polygon.solid.top', 0.572);
	await expect(page.getByRole('slider', { name: 'Height of the bench' })).toBeFocused();
	await page.keyboard.press('ArrowUp');
	await expect(page.getByRole('complementary', { name: 'Sites' })).toContainText(
		'635 mm high at the low end'
	);
	await page.locator('rect.hit').click({ position: { x: 60, y: 12 } });
	await expect(page.getByRole('slider', { name: 'Water level in the tank' })).toBeFocused();
	await expect(page.getByRole('complementary', { name: 'Tank' })).toContainText(
		'The arrow keys move its level'
	);
	await choose(page, /A5 and A6 stand 420 mm apart/);
	await expect(page.getByRole('button', { name: 'Bucket A5' })).toHaveAttribute(
		'aria-pressed',
		'true'
	);
});

test('all findings are one press away, and each leads to its step', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.getByRole('button', { name: /^1 of \d/ }).click();
	const all = page.locator('.findings-sheet li').getByRole('button');
	await expect(all.nth(4)).toBeVisible();
	const count = await all.count();
	await all.nth(1).click();
	await expect(bar(page)).toContainText(`2 of ${count}`);
	await expect(bar(page)).toContainText('The beam of each row carries');
	await expect(page.getByRole('complementary', { name: 'Plants' })).toBeVisible();
});
