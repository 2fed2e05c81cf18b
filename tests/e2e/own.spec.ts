import { readFileSync } from 'node:fs';
import {
	bar,
	systemOf,
	expect,
	open,
	ownRail,
	RAIL,
	saved,
	step,
	test,
	visit,
	typeIn,
	slideTo,
	bearsFailures,
	device
} from './bench';

test('a bench of one’s own, from nothing to a mix', async ({ page, request }) => {
	await page.goto('/');
	await page.getByRole('link', { name: 'Start a system', exact: true }).first().click();
	await typeIn(page.getByLabel('How many'), '4');
	await page.getByLabel('Of what').selectOption('chilli');
	await expect(page.getByText('Buckets on a bench, 4 plants')).toBeVisible();
	await page.getByRole('button', { name: 'Draw it' }).click();
	await expect(page).toHaveURL(/\/systems\//);
	await expect(step(page, 'sites')).toContainText('1 × 4 buckets');
	await step(page, 'sites').click();
	await expect(page.getByText('assumed').first()).toBeVisible();
	await page.getByRole('combobox', { name: 'Medium' }).selectOption('coir-perlite');
	await step(page, 'plants').click();
	await page.getByLabel('As you see it now').selectOption('young');
	await step(page, 'mix').click();
	const sheet = page.getByRole('complementary', { name: 'Mix' });
	await expect(page.getByRole('group', { name: /^The bench/ })).toContainText('Potassium');
	await expect(sheet).toContainText('part strength');
	await page.getByText('What it is mixed from').click();
	await page.getByLabel('Begin from').selectOption('bottle');
	await page.getByText('by the label alone').click();
	await expect(sheet).toContainText(/expect .*, give or\s+take/);
	await typeIn(page.getByRole('textbox', { name: 'Name of the system' }), 'Hall chillies');
	await page.getByRole('textbox', { name: 'Name of the system' }).press('Enter');
	await saved(page);
	const id = page.url().split('/').at(-1)!;
	const { design } = await systemOf(request, id);
	expect(design.name).toBe('Hall chillies');
	expect(design.assumed).not.toContain(`design.stands[id=${design.stands[0]!.id}].mediumId`);
});

test('started from a place and from parts, with bad answers refused', async ({ page }) => {
	await visit(page, '/start');
	await page.getByText('A place', { exact: true }).click();
	await typeIn(page.getByLabel('Length free'), '0.1');
	await page.getByLabel('Length free').press('Tab');
	await expect(page.getByRole('alert')).toContainText(
		'Length free must be a number from 0.4 to 60 m'
	);
	await expect(page.getByRole('button', { name: 'Draw it' })).toBeDisabled();
	await typeIn(page.getByLabel('Length free'), '2,2');
	await expect(page.getByText('drawn to scale')).toBeVisible();
	await page.getByText('Parts in hand').click();
	await typeIn(page.getByLabel('Buckets I have'), '4');
	await page.getByLabel('My pump').selectOption('pump-900');
	await page.getByRole('button', { name: 'Draw it' }).click();
	await expect(page.getByText('15 W pump, 1.6 m / 900 L/h').first()).toBeVisible();
});

/** A file without the shelf of its place, which other tests put prices on. */
const bare = (text: string): string => text.replace(/"shelf": \[[^]*\]\n\}\n$/, '"shelf": []\n}\n');

test('exported, deleted, taken back, deleted and imported again: the same bytes', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.getByRole('button', { name: 'More' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export as a file' }).click();
	const path = await (await download).path();
	const text = readFileSync(path, 'utf8');
	expect(bare(text)).toBe(RAIL);

	await page.getByRole('button', { name: 'More' }).click();
	await page.getByRole('menuitem', { name: 'Delete this system' }).click();
	await page.getByRole('alertdialog').getByRole('button', { name: 'Cancel' }).click();
	await page.getByRole('button', { name: 'More' }).click();
	await page.getByRole('menuitem', { name: 'Delete this system' }).click();
	await page.getByRole('alertdialog').getByRole('button', { name: 'Delete it' }).click();
	await expect(page.getByRole('button', { name: 'Take it back' })).toBeVisible();
	expect((await request.get(`/api/designs/${id}`)).status()).toBe(404);
	await page.getByRole('button', { name: 'Take it back' }).click();
	await expect(page.getByRole('button', { name: 'Take it back' })).toBeHidden();
	expect((await request.get(`/api/designs/${id}`)).status()).toBe(200);
	await request.delete(`/api/designs/${id}`);

	await visit(page, '/');
	const before = await page.getByRole('article').count();
	await page
		.getByLabel('Import a file')
		.setInputFiles({ name: 'rail.json', mimeType: 'application/json', buffer: Buffer.from(text) });
	await expect(page.getByRole('article')).toHaveCount(before + 1);
	await page
		.getByRole('article')
		.last()
		.getByRole('link', { name: 'Lean-to rail', exact: true })
		.click();
	await expect(page).toHaveURL(/systems/);
	const again = await request.get(`/api/designs/${page.url().split('/').at(-1)}/file`);
	expect(bare(await again.text())).toBe(RAIL);
});

test('files that are not designs are refused in a sentence', async ({ page, quiet }) => {
	quiet.expectStatus(400);
	await visit(page, '/');
	const count = await page.getByRole('article').count();
	const table: [string, string, RegExp][] = [
		['broken.json', RAIL.slice(0, 400), /broken or of another kind/],
		['foreign.json', '{"a": 1}', /not a Crelbo design/],
		['newer.json', RAIL.replace(/"schemaVersion": \d+/, '"schemaVersion": 99'), /newer Crelbo/],
		['large.json', `${RAIL}${' '.repeat(2 * 1024 * 1024)}`, /larger than 2 MB/]
	];
	for (const [name, text, says] of table) {
		await page
			.getByLabel('Import a file')
			.setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
		await expect(page.getByRole('alert')).toHaveText(says);
		await expect(page.getByRole('alert')).toContainText('Nothing was imported');
	}
	await expect(page.getByRole('article')).toHaveCount(count);
});

test('the same changed on two devices is a choice between both; beside it, it comes in', async ({
	page,
	browser,
	baseURL,
	request,
	quiet
}) => {
	quiet.expectStatus(409);
	const id = await ownRail(request);
	await open(page, id);
	const phone = await device(browser, baseURL);
	await open(phone, id);
	const dial = page.getByRole('slider', { name: 'Pump dial' });
	await slideTo(phone.getByRole('slider', { name: 'Pump dial' }), '95');
	await saved(phone);
	await slideTo(dial, '80');
	await expect(page.getByText('Somebody else changed this.')).toBeVisible();
	await page.getByRole('button', { name: 'See what' }).click();
	const dialog = page.getByRole('dialog', { name: 'Somebody else changed this' });
	const row = dialog.getByRole('row', { name: /^Pump dial/ });
	await expect(row).toContainText('80 %');
	await expect(row).toContainText('95 %');
	await dialog.getByRole('button', { name: 'Keep mine' }).click();
	await saved(page);
	expect((await systemOf(request, id)).operation.dial).toBe(0.8);
	// the other version is one undo away
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(dial).toHaveValue('95');
	await saved(page);
	expect((await systemOf(request, id)).operation.dial).toBe(0.95);
	// a name given on the phone comes in with the next thing that is done here
	await typeIn(phone.getByLabel('Name of the system'), 'By the phone');
	await phone.getByLabel('Name of the system').press('Enter');
	await saved(phone);
	await slideTo(dial, '90');
	await expect(page.getByText('Changed elsewhere: Name By the phone.')).toBeVisible();
	await expect(page.getByLabel('Name of the system')).toHaveValue('By the phone');
	await phone.context().close();
});

test('a second window of the same browser follows at once', async ({ page, context, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	const second = await context.newPage();
	await open(second, id);
	await slideTo(second.getByRole('slider', { name: 'Pump dial' }), '95');
	await expect(page.getByRole('slider', { name: 'Pump dial' })).toHaveValue('95');
	await expect(page.getByText('Changed elsewhere: Pump dial 95 %.')).toBeVisible();
	await saved(second);
	await second.close();
});

test('a lost connection is said, and the change is saved when it is back', async ({
	page,
	context,
	request,
	quiet
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.route('**/api/designs/**', (route) => route.abort());
	bearsFailures(page);
	await slideTo(page.getByRole('slider', { name: 'Pump dial' }), '77');
	await expect(page.getByText('On this device, waiting for the network (1)')).toBeVisible();
	await page.unroute('**/api/designs/**');
	await saved(page);
	expect((await systemOf(request, id)).operation.dial).toBe(0.77);
	void context;
	void quiet;
});

test('the finding bar says when nothing stands against a design', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	const fine = bar(page).getByText('No problems found');
	for (let i = 0; i < 14; i++) {
		const next = bar(page).locator('.fixes .button');
		await expect(next.last().or(fine).first()).toBeVisible();
		if (await fine.isVisible()) break;
		const text = await bar(page).locator('p').textContent();
		await next.last().click();
		await expect(bar(page).locator('p')).not.toHaveText(text ?? '');
	}
	await expect(fine).toBeVisible();
});

test('a name typed on the way to another page stands on it', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	// the save is slower than the page it is left for
	await page.route(`**/api/designs/${id}`, async (route) => {
		if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 600));
		await route.continue();
	});
	await typeIn(page.getByLabel('Name of the system'), 'By the back door');
	await page.getByRole('link', { name: 'Compare' }).click();
	await expect(page).toHaveURL(/compare$/);
	await page.goBack();
	await expect(page.getByLabel('Name of the system')).toHaveValue('By the back door');
	await saved(page);
	await expect(page.getByLabel('Name of the system')).toHaveValue('By the back door');
	expect((await systemOf(request, id)).design.name).toBe('By the back door');
});
