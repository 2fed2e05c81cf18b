import { createClient } from '@libsql/client';
import type { Page } from '@playwright/test';
import {
	bar,
	expect,
	newDatabase,
	open,
	ownRail,
	saved,
	server,
	step,
	systemOf,
	test,
	visit,
	typeIn,
	slideTo,
	bearsFailures
} from './bench';

/** A demo place of a test's own, with its database in reach. */
async function place(port: number) {
	const database = newDatabase();
	const own = server(port, database, { CRELBO_TODAY: '2026-05-28' });
	await own.ready();
	return {
		database,
		home: `http://127.0.0.1:${port}`,
		end: async () => {
			own.child.kill('SIGTERM');
			await own.ended;
		}
	};
}
const openAt = async (page: Page, home: string, id: string) => {
	await visit(page, `${home}/systems/${id}`);
	await expect(page.locator('[data-step="pump"]')).toBeVisible();
};
const placeFigure = async (page: Page, label: string, value: string) => {
	await step(page, 'place').click();
	const input = page.getByLabel(label, { exact: true });
	await typeIn(input, value);
	await input.press('Enter');
	await saved(page);
};

test('undo across two systems and their place: what the other changed stays, and whose it is', async ({
	page,
	context,
	ports
}) => {
	const own = await place(ports(1));
	try {
		const other = await context.newPage();
		await openAt(page, own.home, 'lean-to-rail');
		await placeFigure(page, 'Electricity costs', '0.41');
		await openAt(other, own.home, 'loft-table');
		await placeFigure(other, 'Alkalinity', '2.7');
		await page.getByRole('button', { name: 'Undo' }).click();
		await expect(
			page.getByText('The place was changed since from “Loft table”: that stays as it is.')
		).toBeVisible();
		await expect(page.getByLabel('Alkalinity', { exact: true })).toHaveValue('2.7');
		await expect(page.getByLabel('Electricity costs', { exact: true })).toHaveValue('0.41');
		// the other's own is undone as ever
		await other.getByRole('button', { name: 'Undo' }).click();
		await saved(other);
		await expect(other.getByLabel('Alkalinity', { exact: true })).toHaveValue('1.9');
		await other.close();
	} finally {
		await own.end();
	}
});

test('one place edited from two systems: what was typed there comes in, and is said', async ({
	page,
	context,
	ports
}) => {
	const own = await place(ports(1));
	try {
		const other = await context.newPage();
		await openAt(page, own.home, 'lean-to-rail');
		await openAt(other, own.home, 'loft-table');
		await placeFigure(other, 'Alkalinity', '2.7');
		await step(page, 'place').click();
		const price = page.getByLabel('Electricity costs', { exact: true });
		await typeIn(price, '0.41');
		await price.press('Enter');
		await saved(page);
		await expect(page.getByText(/^Changed elsewhere: Place: alkalinity 2\.7/)).toBeVisible();
		await expect(page.getByLabel('Alkalinity', { exact: true })).toHaveValue('2.7');
		await expect(price).toHaveValue('0.41');
		await other.close();
	} finally {
		await own.end();
	}
});

test('a save that fails with 5xx is tried again; one whose answer is lost is no conflict', async ({
	page,
	request,
	quiet
}) => {
	quiet.expectStatus(500);
	bearsFailures(page);
	const id = await ownRail(request);
	await open(page, id);
	let turn = 0;
	await page.route('**/api/designs/**', async (route) => {
		turn++;
		if (turn === 1) return route.fulfill({ status: 500, body: '{"error":{"message":"Full."}}' });
		if (turn === 2) {
			// it is done there, but nobody hears of it
			await route.fetch();
			return route.abort();
		}
		return route.continue();
	});
	await slideTo(page.getByRole('slider', { name: 'Pump dial' }), '77');
	await expect(page.getByText('Not saved yet: Full. Trying again.')).toBeVisible();
	await expect(page.getByText('On this device, waiting for the network (1)')).toBeVisible();
	await expect(page.getByText(/^Saved \d\d:\d\d$/)).toBeVisible({ timeout: 20_000 });
	await expect(page.getByRole('dialog')).toHaveCount(0);
	expect(turn).toBe(3);
	await page.reload();
	await expect(page.getByRole('slider', { name: 'Pump dial' })).toHaveValue('77');
});

test('what was done without network is kept when the tab is closed, and sent when it is opened again', async ({
	page,
	context,
	request
}) => {
	bearsFailures(page);
	const id = await ownRail(request);
	await open(page, id);
	await context.route('**/api/designs/**', (route) => route.abort());
	await slideTo(page.getByRole('slider', { name: 'Pump dial' }), '66');
	await expect(page.getByText('On this device, waiting for the network (1)')).toBeVisible();
	// this device keeps it: nothing is asked
	await page.close({ runBeforeUnload: true });
	expect((await systemOf(request, id)).operation.dial).toBe(0.72);
	await context.unroute('**/api/designs/**');
	const again = await context.newPage();
	await open(again, id);
	await expect(again.getByRole('slider', { name: 'Pump dial' })).toHaveValue('66');
	await saved(again);
	expect((await systemOf(request, id)).operation.dial).toBe(0.66);
	// and it can be taken back
	await again.getByRole('button', { name: 'Undo' }).click();
	await expect(again.getByRole('slider', { name: 'Pump dial' })).toHaveValue('72');
	await expect.poll(async () => (await systemOf(request, id)).operation.dial).toBe(0.72);
});

test('where the browser keeps nothing that is said, and leaving asks first', async ({
	page,
	request
}) => {
	bearsFailures(page);
	await page.addInitScript(() => Reflect.deleteProperty(window, 'indexedDB'));
	const id = await ownRail(request);
	await open(page, id);
	await page.route('**/api/designs/**', (route) => route.abort());
	await page.getByRole('slider', { name: 'Pump dial' }).click();
	await slideTo(page.getByRole('slider', { name: 'Pump dial' }), '66');
	await expect(page.getByText(/^Not kept on this device, waiting for the network/)).toBeVisible();
	const asked = page.waitForEvent('dialog');
	await page.close({ runBeforeUnload: true });
	const dialog = await asked;
	expect(dialog.type()).toBe('beforeunload');
	await dialog.dismiss();
	await page.unroute('**/api/designs/**');
	await page.getByRole('button', { name: 'Try now' }).click();
	await saved(page);
	await page.close();
	expect((await systemOf(request, id)).operation.dial).toBe(0.66);
});

test('a broken document leaves home standing and has ways out', async ({ page, ports }) => {
	const own = await place(ports(1));
	try {
		await openAt(page, own.home, 'loft-table');
		await typeIn(page.getByRole('textbox', { name: 'Name of the system' }), 'Attic table');
		await page.getByRole('textbox', { name: 'Name of the system' }).press('Enter');
		await saved(page);
		const client = createClient({ url: own.database });
		await client.execute(
			"UPDATE revisions SET document = replace(document, '\"floorMm\"', '\"floor\"') WHERE id = (SELECT current FROM designs WHERE id = 'loft-table')"
		);
		client.close();
		await page.goto(own.home);
		const card = page.getByRole('article').filter({ hasText: 'Attic table' });
		await expect(card).toContainText('It holds what cannot be');
		await expect(page.getByRole('article')).toHaveCount(5);
		await card.getByRole('link', { name: 'Open' }).click();
		await expect(page.getByRole('heading', { name: 'Attic table' })).toBeVisible();
		await page.getByRole('button', { name: 'Go back to the version before' }).click();
		await expect(page.getByRole('textbox', { name: 'Name of the system' })).toHaveValue(
			'Loft table'
		);
		await page.goto(own.home);
		await expect(page.getByText('Cannot be drawn')).toHaveCount(0);
	} finally {
		await own.end();
	}
});

test('a height in metres for millimetres is refused in words, and the system and home go on', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'tank').click();
	await page.getByLabel('Its shape').selectOption('round');
	await saved(page);
	await typeIn(page.getByLabel('High inside'), '0.35');
	await page.getByLabel('High inside').press('Enter');
	await expect(
		page.getByText(/height of the tank must be a number from 10 to 3000 mm/)
	).toBeVisible();
	await page.reload();
	await expect(page.locator('[data-step="pump"]')).toBeVisible();
	await page.goto('/');
	await expect(page.getByRole('heading', { name: 'Tern Cottage' }).first()).toBeVisible();
	await expect(page.getByText('Cannot be drawn')).toHaveCount(0);
});

test('a copy of everything, taken while it runs, stands again in another place', async ({
	page,
	ports
}) => {
	const own = await place(ports(1));
	const elsewhere = server(ports(2), newDatabase(), { CRELBO_SEED: '' });
	await elsewhere.ready();
	try {
		await openAt(page, own.home, 'loft-table');
		await typeIn(page.getByRole('textbox', { name: 'Name of the system' }), 'Attic table');
		await page.getByRole('textbox', { name: 'Name of the system' }).press('Enter');
		await saved(page);
		await visit(page, own.home);
		await page.getByRole('button', { name: 'Copies and network' }).click();
		const coming = page.waitForEvent('download');
		await page.getByRole('link', { name: 'Save a copy of everything' }).click();
		const download = await coming;
		expect(download.suggestedFilename()).toBe('crelbo-2026-05-28.db');
		await visit(page, `http://127.0.0.1:${ports(2)}/`);
		await expect(page.getByRole('heading', { name: 'Grow food without soil' })).toBeVisible();
		await page.getByRole('button', { name: 'Copies and network' }).click();
		await page.getByLabel('Restore a copy').setInputFiles(await download.path());
		await page.getByRole('button', { name: 'Restore it' }).click();
		await expect(
			page.getByText(/Restored: 5 systems in 1 place\. What was here before is kept as own\.kept-/)
		).toBeVisible();
		await page.getByRole('button', { name: 'Close' }).click();
		await expect(page.getByRole('article')).toHaveCount(5);
		await expect(page.getByRole('article').filter({ hasText: 'Attic table' })).toBeVisible();
	} finally {
		elsewhere.child.kill('SIGTERM');
		await Promise.all([own.end(), elsewhere.ended]);
	}
});

test('a second request is answered before a slow one ends', async ({ request }) => {
	test.setTimeout(60_000);
	const count = 4000;
	const network = {
		source: { kind: 'tank', nodeId: 'n0', waterLevelM: 3 },
		nodes: Array.from({ length: count }, (_, i) => ({
			id: `n${i}`,
			elevationM: 0,
			...(i % 2 && { outlet: { kind: 'orifice', nominalFlowLph: 2, nominalHeadM: 10 } })
		})),
		links: Array.from({ length: 3 * count }, (_, i) => ({
			id: `l${i}`,
			from: `n${i < count - 1 ? i : (i * 7919) % count}`,
			to: `n${i < count - 1 ? i + 1 : (i * 104_729 + 1) % count}`,
			innerDiameterMm: 10,
			lengthM: 1
		})).filter(({ from, to }) => from !== to)
	};
	let slowEnded = false;
	const slow = request
		.post('/api/calc/network', { data: network, timeout: 40_000 })
		.finally(() => (slowEnded = true));
	await new Promise((r) => setTimeout(r, 300));
	expect((await request.post('/api/calc/ppm', { data: { msCm: 1, scale: 500 } })).status()).toBe(
		200
	);
	expect((await request.get('/')).status()).toBe(200);
	expect(slowEnded).toBe(false);
	const answer = await slow;
	expect(answer.status()).toBe(503);
	expect(await answer.text()).toContain('too-long');
});

test('a mix without trace elements says so, and the fix brings them', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'mix').click();
	await page.getByText('What it is mixed from').click();
	for (const salt of [
		'Manganese sulfate',
		'Zinc sulfate',
		'Copper sulfate',
		'Boric acid',
		'Sodium molybdate'
	])
		await page.getByRole('checkbox', { name: salt }).uncheck();
	await saved(page);
	await expect(page.getByRole('cell', { name: /^0\.000, short/ }).first()).toBeAttached();
	for (let i = 0; i < 12; i++) {
		if (
			await bar(page)
				.getByText(/no trace elements at all/)
				.count()
		)
			break;
		await bar(page).getByRole('button', { name: /next/i }).click();
	}
	await expect(bar(page)).toContainText('no trace elements at all');
	await bar(page)
		.getByRole('button', { name: /Add the 5 salts/ })
		.click();
	await saved(page);
	await expect(page.getByRole('checkbox', { name: 'Boric acid' })).toBeChecked();
	await expect(bar(page)).not.toContainText('no trace elements');
});
