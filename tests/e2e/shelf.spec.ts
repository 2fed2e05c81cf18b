import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import {
	expect,
	newDatabase,
	open,
	ownExample,
	saved,
	server,
	step,
	test,
	visit,
	typeIn
} from './bench';

const dialog = (page: Page) => page.getByRole('dialog');
async function put(page: Page, fields: Record<string, string>): Promise<void> {
	for (const [label, value] of Object.entries(fields)) {
		const field = dialog(page).getByLabel(label, { exact: true });
		await typeIn(field, value);
		await field.press('Tab');
	}
	await dialog(page).getByRole('button', { name: 'Put it on my shelf' }).click();
}
const picker = (page: Page, name: string | RegExp) =>
	page.getByRole('combobox', { name, exact: true });
const tape = (page: Page) => page.locator('[data-step]').allInnerTexts();

test('a pump, a vessel, a bucket, an emitter, a medium and a variety of one’s own go along in the file', async ({
	page,
	request,
	ports
}) => {
	test.setTimeout(90_000);
	await open(page, await ownExample(request, 'lean-to-rail'));
	await step(page, 'pump').click();
	await page.getByRole('button', { name: 'Choose another' }).click();
	await page.getByRole('button', { name: 'A pump of my own' }).click();
	await put(page, { Called: 'Drawer pump', 'Lifts at most': '2.1', 'Gives at most': '1300' });
	await expect(page.getByText('Drawer pump').first()).toBeVisible();

	await step(page, 'tank').click();
	await picker(page, 'Tank').selectOption('+');
	await expect(dialog(page).getByText('It holds')).toBeVisible();
	// what cannot be is refused, and nothing is lost
	await typeIn(dialog(page).getByLabel('Height inside'), '9000');
	await dialog(page).getByLabel('Height inside').press('Tab');
	await dialog(page).getByRole('button', { name: 'Put it on my shelf' }).click();
	await expect(dialog(page).getByRole('alert').first()).toContainText(/[Hh]eight/);
	expect((await new AxeBuilder({ page }).include('.dialog').analyze()).violations).toEqual([]);
	await put(page, { Called: 'Old bath', 'Height inside': '420' });
	await expect(picker(page, 'Tank')).toContainText('Old bath');

	await step(page, 'sites').click();
	await picker(page, 'Bucket').selectOption('+');
	await put(page, { Called: 'Yoghurt bucket', Height: '230' });
	await picker(page, 'Medium').selectOption('+');
	await dialog(page).getByRole('button', { name: 'Add a part' }).click();
	await put(page, { Called: 'My mix' });
	await step(page, 'lines').click();
	await picker(page, 'Emitter').selectOption('+');
	await typeIn(dialog(page).getByLabel('It is a hole of'), '1,5');
	await dialog(page).getByRole('button', { name: 'Work its flow out' }).click();
	await expect(dialog(page).getByLabel('It gives')).toHaveValue('17.5');
	await put(page, { Called: 'Drilled hole' });
	await step(page, 'plants').click();
	await picker(page, /^Grow in/).selectOption('+');
	await put(page, { Called: 'Long red', 'Strength, full': '2' });
	await expect(picker(page, /^Grow in/)).toContainText('Long red');
	await saved(page);

	const mine = await tape(page);
	await page.getByRole('button', { name: 'More' }).click();
	const coming = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export as a file' }).click();
	const file = await (await coming).path();
	const { shelf } = JSON.parse(readFileSync(file, 'utf8')) as { shelf: { kind: string }[] };
	// beside the bags that stand on the demo's
	expect(shelf.filter(({ kind }) => kind !== 'kept' && kind !== 'price')).toHaveLength(6);

	const elsewhere = server(ports(7), newDatabase(), {
		CRELBO_SEED: '',
		CRELBO_TODAY: '2026-05-28'
	});
	await elsewhere.ready();
	try {
		const home = `http://127.0.0.1:${ports(7)}`;
		await visit(page, `${home}/`);
		await page.getByLabel('Import a file').setInputFiles(file);
		await page.getByRole('link', { name: 'Open Lean-to rail' }).click();
		await expect(step(page, 'plants')).toBeVisible();
		expect(await tape(page)).toEqual(mine);
		// and it stands on the shelf there, to be changed or taken off
		await visit(page, `${home}/`);
		await page.getByRole('link', { name: 'Areas, water, year' }).click();
		await page.getByRole('button', { name: 'Shelf', exact: true }).click();
		for (const name of [
			'Drawer pump',
			'Old bath',
			'Yoghurt bucket',
			'My mix',
			'Drilled hole',
			'Long red'
		])
			await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
		await page.getByRole('button', { name: 'Take My mix off' }).click();
		await page.getByRole('button', { name: 'Put it back' }).click();
		await expect(page.getByRole('button', { name: 'My mix', exact: true })).toBeVisible();
		const out = page.waitForEvent('download');
		await page.getByRole('button', { name: 'Export the shelf' }).click();
		const shelf = await (await out).path();
		await page.getByRole('button', { name: 'Take Drawer pump off' }).click();
		await expect(page.getByRole('button', { name: 'Drawer pump', exact: true })).toBeHidden();
		await page.getByLabel('Import a shelf').setInputFiles(shelf);
		await expect(page.getByRole('status').filter({ hasText: 'put on the shelf' })).toBeVisible();
		await expect(page.getByRole('button', { name: 'Drawer pump', exact: true })).toBeVisible();
		expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
	} finally {
		elsewhere.child.kill('SIGTERM');
		await elsewhere.ended;
	}
});
