import type { Locator, Page } from '@playwright/test';
import { expect, open, ownRail, saved, step, systemOf, test, typeIn, visit } from './bench';

const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
/** Text put in as a keyboard with suggestions, or a filled-in form, puts it in: without keys. */
async function insert(page: Page, at: Locator, text: string): Promise<void> {
	await at.focus();
	const session = await page.context().newCDPSession(page);
	await session.send('Input.insertText', { text });
	await session.detach();
}

for (const delay of [0, 150])
	test(`readings stand as they are typed, ${delay} ms a key`, async ({ page, request }) => {
		const id = await ownRail(request);
		await visit(page, `/systems/${id}/today`);
		for (const [name, text] of [
			['In the tank, by its tape', '32.5'],
			['Strength', '1.75'],
			['pH', '5,85']
		] as const) {
			const at = field(page, name);
			await typeIn(at, text, delay);
			await expect(at).toHaveValue(text);
			// mended in the middle, from a field that is filled
			await at.press('End');
			for (let i = 0; i < 2; i++) await at.press('ArrowLeft', { delay });
			await at.press('Backspace', { delay });
			await at.pressSequentially(text[text.length - 3]!, { delay });
			await expect(at).toHaveValue(text);
			await at.press('Tab');
			await expect(at).toHaveValue(text);
		}
		await expect(page.locator('.sentence')).toContainText(/bottle A/);
		// cleared, and put in without keys
		const strength = field(page, 'Strength');
		await typeIn(strength, '', delay);
		await expect(strength).toHaveValue('');
		await insert(page, strength, '1.9');
		await expect(strength).toHaveValue('1.9');
		await strength.press('ControlOrMeta+z');
		await expect(strength).not.toHaveValue('1.9');
		await typeIn(strength, '-1', delay);
		await expect(page.getByRole('alert')).toContainText('Strength must be a number from 0');
		await expect(strength).toHaveValue('-1');
	});

test('numbers, dates and times of the sheets are taken when they are left, and not before', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await step(page, 'sites').click();
	const pitch = field(page, 'Bucket spacing');
	await typeIn(pitch, '4 3', 60);
	await expect(pitch).toHaveValue('4 3');
	await pitch.press('Tab');
	await expect(page.getByRole('alert').first()).toContainText('must be a');
	await expect(pitch).toHaveValue('4 3');
	await pitch.press('Escape');
	await typeIn(pitch, '430', 60);
	await pitch.press('Tab');
	await saved(page);
	expect((await systemOf(request, id)).design.stands[0]).toMatchObject({ pitchMm: 430 });
	// a date, part by part: nothing is taken in between
	await step(page, 'plant-out').click();
	const date = page.getByLabel('Planted out on', { exact: true });
	await typeIn(date, '2026-04-17', 60);
	expect((await systemOf(request, id)).record.plantOutOn).toBe('2026-04-02');
	await date.press('Enter');
	await expect.poll(async () => (await systemOf(request, id)).record.plantOutOn).toBe('2026-04-17');
});

/** Text being composed, as for letters that take several keys, and then settled. */
async function compose(page: Page, at: Locator, text: string): Promise<void> {
	await at.focus();
	const session = await page.context().newCDPSession(page);
	for (let n = 1; n <= text.length; n++)
		await session.send('Input.imeSetComposition', {
			text: text.slice(0, n),
			selectionStart: n,
			selectionEnd: n
		});
	await session.send('Input.insertText', { text });
	await session.detach();
}
async function paste(page: Page, at: Locator, text: string): Promise<void> {
	await at.focus();
	await at.press('ControlOrMeta+a');
	await page.evaluate((words) => navigator.clipboard.writeText(words), text);
	await at.press('ControlOrMeta+v');
}

for (const delay of [0, 150])
	test(`every kind of field takes every gesture, ${delay} ms a key`, async ({
		page,
		request,
		context
	}) => {
		await context.grantPermissions(['clipboard-read', 'clipboard-write']);
		const id = await ownRail(request);
		await open(page, id);
		await step(page, 'sites').click();
		// a number: filled, cleared, empty, mended in the middle, pasted, composed, filled in, taken back
		const pitch = field(page, 'Bucket spacing');
		await typeIn(pitch, '4305', delay);
		for (const key of ['ArrowLeft', 'ArrowLeft', 'Backspace', 'ArrowRight', 'Delete'])
			await pitch.press(key, { delay });
		await expect(pitch).toHaveValue('40');
		await typeIn(pitch, '', delay);
		await expect(pitch).toHaveValue('');
		await pitch.pressSequentially('-431,5', { delay });
		await expect(pitch).toHaveValue('-431,5');
		await pitch.press('Home');
		await pitch.press('Delete', { delay });
		await pitch.press('ControlOrMeta+z');
		await expect(pitch).toHaveValue('-431,5');
		await pitch.press('Tab');
		await expect(page.getByRole('alert').first()).toContainText('Bucket spacing must be a number');
		await expect(pitch).toHaveValue('-431,5');
		await paste(page, pitch, ' four hundred ');
		await pitch.press('Tab');
		await expect(pitch).toHaveValue(' four hundred ');
		await expect(page.getByRole('alert').first()).toContainText('Bucket spacing must be a number');
		await paste(page, pitch, '431,5');
		await expect(pitch).toHaveValue('431,5');
		await pitch.press('Tab');
		await expect(pitch).toHaveValue('431.5');
		await pitch.press('ControlOrMeta+a');
		await compose(page, pitch, '432');
		await expect(pitch).toHaveValue('432');
		await pitch.press('Enter');
		await pitch.press('ControlOrMeta+a');
		await insert(page, pitch, '433');
		await expect(pitch).toHaveValue('433');
		await pitch.press('Escape');
		await expect(pitch).toHaveValue('432');
		// on from the middle of what stands
		await pitch.pressSequentially('1', { delay });
		await expect(pitch).toHaveValue('4321');
		await pitch.press('Escape');
		await pitch.press('Tab');
		await saved(page);
		// words
		const name = field(page, 'Name of the system');
		await typeIn(name, 'Rail  o', delay);
		await compose(page, name, 'ö');
		await expect(name).toHaveValue('Rail  oö');
		await name.press('Backspace', { delay });
		await insert(page, name, 'ne');
		await expect(name).toHaveValue('Rail  one');
		await name.press('Enter');
		// a choice, by its arrows and by its letters
		const vessel = page.getByRole('combobox', { name: 'Tank', exact: true });
		await step(page, 'tank').click();
		const before = await vessel.inputValue();
		await vessel.focus();
		await vessel.press('ArrowDown', { delay });
		await expect(vessel).not.toHaveValue(before);
		await vessel.press('ArrowUp', { delay });
		await expect(vessel).toHaveValue(before);
		// a time, part by part, and mended by its arrows
		const clock = page.getByLabel('Changed at about', { exact: true });
		await typeIn(clock, '18:45', delay);
		await expect(clock).toHaveValue('18:45');
		await clock.press('Enter');
		await clock.press('ArrowUp', { delay });
		await clock.press('Enter');
		await saved(page);
		const { design, operation } = await systemOf(request, id);
		expect(design.name).toBe('Rail  one');
		expect(design.stands[0]).toMatchObject({ pitchMm: 432 });
		expect([405, 1125 - 60, 1125 + 60, 1126, 1125 - 720]).toContain(operation.changeAtMin);
	});

test('a bottle is named by keys before its amount is told', async ({ page, request }) => {
	const id = await ownRail(request);
	const { revision, design, operation } = await systemOf(request, id);
	const mix = { ...operation.mix, acid: null };
	const put = await request.put(`/api/designs/${id}`, {
		data: { base: revision, label: 'no bottle', plan: { design, operation: { ...operation, mix } } }
	});
	expect(put.status()).toBe(200);
	await visit(page, `/systems/${id}/today`);
	await typeIn(field(page, 'In the tank, by its tape'), '24', 40);
	await typeIn(field(page, 'pH'), '7.1', 40);
	const told = page.locator('.sentence');
	await expect(told).toContainText('Acid: say first which bottle');
	await expect(page.locator('main')).not.toContainText(/mL of (?:\w+ )?acid/);
	await page.getByLabel('On its label').selectOption('nitric');
	const strength = field(page, 'Another strength, by weight');
	await typeIn(strength, '138', 40);
	await strength.press('Tab');
	await expect(page.getByRole('alert')).toContainText('must be a number from 0.001 to 100 %');
	await typeIn(strength, '38', 40);
	await strength.press('Tab');
	await expect(told).toContainText(/[\d.]+ mL of nitric acid 38%/);
	await expect(page.locator('li', { hasText: 'Thin it first' })).toContainText('cold water');
	await expect
		.poll(async () => (await systemOf(request, id)).operation.mix.acid)
		.toEqual({ kind: 'nitric', percent: 38, said: true });
});
