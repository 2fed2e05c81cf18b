import type { APIRequestContext, Locator, Page } from '@playwright/test';
import { expect, open, ownExample, own, RAIL, step, test, typeIn, visit } from './bench';

/** What keys are typed into, and what is chosen with the arrows. */
const FIELDS =
	'main :is(input:not([type=radio], [type=checkbox], [type=file], [type=range]), textarea, select),' +
	'[role=dialog] :is(input:not([type=radio], [type=checkbox], [type=file], [type=range]), textarea, select),' +
	'aside :is(input:not([type=radio], [type=checkbox], [type=file], [type=range]), textarea, select)';

/** Another text for a field, as near to what stands in it as one figure. */
function another(text: string, type: string): string {
	if (type === 'date') return text === '' ? '2026-05-20' : text.replace(/-\d\d$/, '-17');
	if (type === 'time') return text === '' ? '09:20' : text.replace(/\d\d$/, '25');
	if (!/^[-\d.]+$/.test(text)) return text === '' ? '12' : `${text}x`;
	const last = Number(text.at(-1));
	return `${text.slice(0, -1)}${last < 9 ? last + 1 : last - 1}`;
}

/** On to the next field; a date or a time has parts to tab through. */
const leave = (field: Locator, type: string) =>
	field.press(type === 'date' || type === 'time' ? 'Enter' : 'Tab');

interface Seen {
	tag: string;
	type: string;
	value: string;
	name: string;
	options: number;
	open: boolean;
	number: boolean;
}
const look = (field: Locator): Promise<Seen> =>
	field.evaluate((one: HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement) => ({
		tag: one.tagName,
		type: one.type,
		value: one.value,
		name: one.getAttribute('aria-label') ?? one.labels?.[0]?.textContent?.trim() ?? '',
		options:
			one instanceof HTMLSelectElement ? [...one.options].filter((o) => !o.disabled).length : 0,
		number: one.inputMode === 'decimal',
		open: !one.disabled && one.checkVisibility()
	}));

/** Types into a field, leaves it, and takes it back; says what came of it. */
async function tryOut(
	page: Page,
	field: Locator,
	seen: Seen,
	back: ((value: string) => Promise<void>) | null
): Promise<'taken' | 'refused'> {
	if (seen.tag === 'SELECT') {
		await field.focus();
		const to = await field.evaluate((one: HTMLSelectElement) => {
			const open = [...one.options].filter((o) => !o.disabled && o.value !== '+');
			return open.findIndex((o) => o.value === one.value) < open.length - 1
				? 'ArrowDown'
				: 'ArrowUp';
		});
		await field.press(to);
	} else {
		const text = another(seen.value, seen.type);
		await typeIn(field, text);
		// what was typed stands until the field is left
		await expect(field, seen.name).toHaveValue(text);
		await leave(field, seen.type);
		if ((await field.getAttribute('aria-invalid')) === 'true') {
			// what is refused still stands, and is said in words that name it
			await expect(field, seen.name).toHaveValue(text);
			await expect(page.getByRole('alert').first()).toContainText(/\w/);
			await field.press('Escape');
			await expect(field, seen.name).toHaveValue(seen.value);
			return 'refused';
		}
		const stands = await field.inputValue();
		if (seen.number)
			expect(Number(stands), `${seen.name}: ${text} stands as ${stands}`).toBeCloseTo(
				Number(text),
				3
			);
	}
	if (back) await back(seen.value);
	return 'taken';
}

/** Every sixth is typed into on every change, all of them in the long sweeps. */
const LONG = process.env.CRELBO_LONG === '1';
const SHARE = LONG ? 1 : 12;

/** One of a row of alike ones stands for all: of marks, of bags, of parts to buy. */
const called = ({ tag, name }: Seen) =>
	`${tag} ${name.replace(/\d+|\b[A-Z]\d*\b/g, '#').replace(/^(Price|Left|Scoop|Parts|Your price|Caught) .*/, '$1')}`;

let marks = 0;
/** The first field nobody has been in yet, with a mark on it: others come and go above it. */
async function next(page: Page): Promise<Locator | null> {
	const mark = `field-${++marks}`;
	const found = await page.locator(FIELDS).evaluateAll((all: HTMLElement[], id) => {
		// what lies behind a dialog cannot be reached
		const before = document.querySelector('[role=dialog]') ?? document;
		const one = all.find((each) => !each.dataset.mark && before.contains(each));
		if (one) one.dataset.mark = id;
		return one !== undefined;
	}, mark);
	return found ? page.locator(`[data-mark="${mark}"]`) : null;
}

/** What is folded away is a field too. */
const unfold = (page: Page) =>
	page.evaluate(() => {
		for (const one of document.querySelectorAll('details')) one.open = true;
	});

/** Every field that is on the page now and was not tried before, by its name. */
async function walk(
	page: Page,
	tried: Set<string>,
	back: ((field: Locator, value: string) => Promise<void>) | null
): Promise<{ taken: number; refused: string[] }> {
	const told = { taken: 0, refused: [] as string[] };
	await unfold(page);
	for (let field = await next(page); field; field = await next(page)) {
		const seen = await look(field);
		const name = called(seen);
		if (!seen.open || tried.has(name) || (seen.tag === 'SELECT' && seen.options < 2)) continue;
		expect(
			seen.name,
			`a field without a name: ${await field.evaluate((o) => o.outerHTML)}`
		).not.toBe('');
		tried.add(name);
		if (tried.size % SHARE !== 0) continue;
		const at = field;
		const of = back && ((value: string) => back(at, value));
		if ((await tryOut(page, field, seen, of)) === 'taken') told.taken++;
		else told.refused.push(seen.name);
	}
	return told;
}

/** By the page's own undo; what is no part of the document is put back by hand. */
const undo = (page: Page) => async (field: Locator, value: string) => {
	const button = page.getByRole('button', { name: 'Undo', exact: true });
	if (await button.isEnabled()) await button.click();
	else if ((await field.evaluate((one) => one.tagName)) === 'SELECT') {
		const asks = await field.evaluate(
			(one, was) =>
				[...(one as HTMLSelectElement).options].some((o) => o.value === was && o.disabled),
			value
		);
		// a question whose answer is what stood there anyway: nothing to take back
		if (asks) return;
		await field.selectOption(value);
	} else {
		await typeIn(field, value);
		await field.press('Tab');
	}
	await expect(field, (await look(field)).name).toHaveValue(value);
	await expect(button).toBeDisabled();
};

/** The rail with two buckets a row: all of its fields, and little to work out. */
const shortRail = (request: APIRequestContext) =>
	own(request, RAIL.replace('"perRow": 7', '"perRow": 3'));

test('every field of every sheet is typed, left and taken back: a rail with drippers', async ({
	page,
	request
}) => {
	test.setTimeout(300_000);
	page.setDefaultTimeout(12_000);
	const id = await shortRail(request);
	await open(page, id);
	const tried = new Set<string>();
	const all: string[] = [];
	let taken = 0;
	for (const each of await page.locator('[data-step]').all()) {
		await each.click();
		await expect(page.getByRole('complementary')).toBeVisible();
		const told = await walk(page, tried, undo(page));
		taken += told.taken;
		all.push(...told.refused);
	}
	expect(taken).toBeGreaterThan(120 / SHARE);
	expect(all.length, all.join()).toBeLessThan(Math.max(2, taken / 20));
});

/** Sheets of other kinds, dialogs and pages: fields the rail's sheets do not have. */
const OTHERS = ['kitchen-columns', 'loft-table', 'valve-pots', 'wall-pockets', 'away-bench'];
const CALLED_OWN = ['pump/Pump', 'tank/Tank', 'sites/Bucket', 'sites/Medium', 'lines/Emitter'];

test('… and of other kinds, of dialogs and of pages', async ({ page, request }) => {
	test.setTimeout(300_000);
	page.setDefaultTimeout(12_000);
	const tried = new Set<string>();
	const all: string[] = [];
	let taken = 0;
	const on = async (back: ((field: Locator, value: string) => Promise<void>) | null) => {
		const told = await walk(page, tried, back);
		taken += told.taken;
		all.push(...told.refused);
	};
	const rail = await shortRail(request);
	// the rail's own sheets are the other test's
	await open(page, rail);
	for (const each of await page.locator('[data-step]').all()) {
		await each.click();
		await unfold(page);
		for (const field of await page.locator(FIELDS).all()) tried.add(called(await look(field)));
	}
	// what keys are typed into on a page, and is in no document
	for (const path of ['today', 'mix', 'compare']) {
		await visit(page, `/systems/${rail}/${path}`);
		await on(null);
	}
	await visit(page, '/start');
	for (const have of ['Plants I want', 'A place', 'Parts in hand']) {
		await page.getByText(have, { exact: true }).click();
		await on(null);
	}
	// dialogs
	await visit(page, '/');
	await page.getByRole('button', { name: 'Copies and network' }).click();
	await on(null);
	await open(page, rail);
	await step(page, 'pump').click();
	await page.getByRole('button', { name: 'Bench-test it' }).click();
	await on(undo(page));
	for (const one of CALLED_OWN) {
		const [at, name] = one.split('/') as [string, string];
		await step(page, at).click();
		if (at === 'pump') {
			await page.getByRole('button', { name: 'Choose another' }).click();
			await page.getByRole('button', { name: 'A pump of my own' }).click();
		} else await page.getByRole('combobox', { name, exact: true }).selectOption('+');
		await expect(page.getByRole('dialog')).toBeVisible();
		await on(null);
		await page.keyboard.press('Escape');
		await page.keyboard.press('Escape');
		await expect(page.getByRole('dialog')).toHaveCount(0);
	}
	// other kinds
	for (const name of OTHERS) {
		await open(page, await ownExample(request, name));
		for (const at of ['sites', 'lines'])
			for (const each of await step(page, at).all()) {
				await each.click();
				await on(undo(page));
			}
	}
	expect(taken).toBeGreaterThan(80);
	expect(all.length, all.join()).toBeLessThan(taken / 20);
});
