import { STEPS } from '../../src/lib/core/review';
import { readdirSync } from 'node:fs';
import { bar, expect, open, ownExample, saved, step, systemOf, test, typeIn, visit } from './bench';

const NAMES = readdirSync(new URL('../../examples/', import.meta.url)).map((name) =>
	name.replace('.json', '')
);
/** One of each family and the loop of several: the rest goes the same way in the long sweeps. */
const OFTEN = new Set([
	'lean-to-rail',
	'kitchen-columns',
	'yard-channels',
	'valve-pots',
	'mixed-loop'
]);
const tagOf = (name: string) => (OFTEN.has(name) ? '' : ' @long');
for (const name of NAMES)
	test(`${name}: every step opens, on a desk, in the dark and on a phone${tagOf(name)}`, async ({
		page,
		request
	}) => {
		const id = await ownExample(request, name);
		await open(page, id);
		const steps = await page
			.locator('[data-step]')
			.evaluateAll((all) => all.map((one) => one.getAttribute('data-step')!));
		expect(steps).toEqual([...STEPS]);
		for (const each of steps) {
			await step(page, each).click();
			await expect(page.getByRole('complementary')).toBeVisible();
			await expect(page.locator('body')).not.toContainText(/NaN|undefined|Infinity/);
		}
		await page.emulateMedia({ colorScheme: 'dark' });
		await page.setViewportSize({ width: 390, height: 844 });
		for (const each of steps) {
			await step(page, each).click();
			const wide = await page.evaluate(() => document.documentElement.scrollWidth);
			expect(wide, each).toBeLessThanOrEqual(390);
		}
	});

/** What is told on a page of an amount of acid or base that does not say how strong it is. */
const WITHOUT_STRENGTH =
	/\d (?:mL|L|fl oz) of (?:the )?(?:thinned )?(?:acid|base|[a-z]+ acid|potassium \w+)(?! \d| \()/;
const ANY_AMOUNT = /\d (?:mL|L|fl oz) of (?:the )?(?:thinned )?(?:[a-z]+ )?(?:acid|base)\b/;
for (const name of NAMES)
	test(`${name}: no page tells an amount of acid before its bottle is named, or without its strength${tagOf(name)}`, async ({
		page,
		request
	}) => {
		const id = await ownExample(request, name);
		const text = async () => (await page.locator('body').innerText()).replace(/\s+/g, ' ');
		const settle = async (acid: object | null) => {
			const { revision, design, operation } = await systemOf(request, id);
			const plan = { design, operation: { ...operation, mix: { ...operation.mix, acid } } };
			const put = await request.put(`/api/designs/${id}`, {
				data: { base: revision, label: 'the bottle', plan }
			});
			expect(put.status()).toBe(200);
		};
		for (const acid of [null, { kind: 'nitric', percent: 38, said: true }]) {
			await settle(acid);
			const told = acid === null ? ANY_AMOUNT : WITHOUT_STRENGTH;
			// of a bottle that is named the card's own words are tested beside its figures
			const paths = ['', '/print', '/today', ...(acid === null ? ['/labels', '/mix'] : [])];
			for (const path of paths) {
				await visit(page, `/systems/${id}${path}`);
				if (path === '') {
					await step(page, 'mix').click();
					await page.evaluate(() => {
						for (const one of document.querySelectorAll('details')) one.open = true;
					});
				}
				if (path === '/today') {
					const ph = page.getByRole('textbox', { name: 'pH', exact: true });
					if ((await ph.count()) === 0) continue;
					await typeIn(page.getByRole('textbox', { name: /^In the tank/ }), '10');
					await typeIn(ph, '7.6');
				}
				await expect(page.locator('main').first()).toBeVisible();
				const said = await text();
				expect(said, `${path}: ${told.exec(said)?.[0]}`).not.toMatch(told);
			}
		}
	});

for (const name of ['branch-stack', 'pot-stack', 'valve-pots', 'slab-gutter', 'control-pot-ring'])
	test(`${name}: the first thing to mend is mended with one press, and taken back`, async ({
		page,
		request
	}) => {
		const id = await ownExample(request, name);
		await open(page, id);
		const told = (await bar(page).locator('p').first().textContent())!;
		await bar(page).locator('.button').first().click();
		await expect(bar(page)).not.toContainText(told);
		await saved(page);
		await page.getByRole('button', { name: 'Undo' }).click();
		await expect(bar(page)).toContainText(told);
	});

test('a tank goes from under its towers to beside them, and a hatch into its lid', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'kitchen-columns');
	await open(page, id);
	await step(page, 'tank').click();
	await page.getByLabel('A hatch in the lid, over the pump').uncheck();
	await page.getByRole('button', { name: 'Next finding' }).click();
	await expect(bar(page)).toContainText('Pump and filler are under the lid');
	await bar(page).getByRole('button', { name: 'Cut a hatch of 160 mm in the lid' }).click();
	await expect(page.getByLabel('A hatch in the lid, over the pump')).toBeChecked();
	await page.getByLabel('Stands').selectOption({ label: 'beside the towers' });
	await expect(page.getByLabel('A hatch in the lid, over the pump')).toHaveCount(0);
	await step(page, 'sites').click();
	await expect(page.getByRole('combobox', { name: 'Held by' })).toHaveValue('base');
	await saved(page);
});

test('where valves keep the water the drawing says how deep it stands, pot by pot', async ({
	page,
	request
}) => {
	const id = await ownExample(request, 'valve-pots');
	await open(page, id);
	const drawing = page.getByRole('region', { name: 'Drawing to scale' });
	await expect(drawing).toContainText('Water in each pot, mm');
	await expect(drawing).toContainText('A4: 0 mm, set to 22 mm');
	await bar(page).getByRole('button', { name: 'Shim all pots to one level' }).click();
	await expect(drawing).toContainText('A4: 22 mm, set to 22 mm');
	await saved(page);
});

test('the lid of a tank is printed in full size, with its hatch', async ({ page, request }) => {
	const id = await ownExample(request, 'segment-tower');
	await visit(page, `/systems/${id}/template`);
	await expect(page.getByText(/^Lid of the tank, page 1 of/).first()).toBeVisible();
	await expect(page.getByRole('img', { name: 'Lid of the tank, page 1' })).toContainText(
		'under the pipe 144'
	);
	const width = await page
		.getByRole('img', { name: 'Lid of the tank, page 1' })
		.evaluate((svg) => svg.getBoundingClientRect().width);
	// 186 mm at 96 pixels an inch
	expect(Math.abs(width - (186 / 25.4) * 96)).toBeLessThan(2);
});
