import type { Locator, Page } from '@playwright/test';
import { expect, fresh, test, visit } from './bench';

/** On by the Tab key until it is reached: nothing here is pressed with a pointer. */
async function reach(page: Page, to: Locator): Promise<void> {
	await expect(to).toBeVisible();
	const there = () => to.evaluate((one) => document.activeElement === one);
	for (let n = 0; n < 400; n++) {
		if (await there()) return;
		await page.keyboard.press('Tab');
	}
	throw new Error(`no key leads to ${await to.evaluate((one) => one.outerHTML)}`);
}
async function press(page: Page, to: Locator): Promise<void> {
	await reach(page, to);
	await page.keyboard.press('Enter');
}
async function type(page: Page, to: Locator, text: string): Promise<void> {
	await reach(page, to);
	await page.keyboard.press('ControlOrMeta+a');
	await page.keyboard.type(text);
}
const button = (page: Page, name: string | RegExp) =>
	page.getByRole('button', { name, exact: true });
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });

test('from nothing, by keys alone: a system, its tank brought back, a bottle asked for, a card with a wrong reading', async ({
	page,
	ports
}) => {
	test.setTimeout(120_000);
	const house = await fresh(ports(5));
	try {
		await visit(page, `${house.home}/`);
		await press(page, page.getByRole('link', { name: 'Say where you grow' }));
		await type(page, field(page, 'Length'), '4');
		await type(page, field(page, 'Width'), '2,8');
		await press(page, button(page, 'This is my spot'));
		await type(page, field(page, 'How many'), '8');
		// another kind than the demo's, by its arrows
		await reach(
			page,
			page.getByRole('radio', { checked: true, name: /Buckets|Pots|Tower|Bags|Slabs/ }).first()
		);
		const kind = () => page.locator('.kinds .on b').innerText();
		const first = await kind();
		await page.keyboard.press('ArrowDown');
		await expect.poll(kind).not.toBe(first);
		await press(page, button(page, 'Draw it'));
		await expect(page).toHaveURL(/systems\//);
		const id = page.url().split('/').at(-1)!;
		await expect(page.locator('html[data-live]')).toBeAttached();
		await press(page, page.locator('[data-step="mix"]'));
		await press(page, page.getByRole('link', { name: 'The tank today' }));

		// the tank is brought back; no amount while a reading is in doubt, none of acid before its bottle is named
		const said = page.locator('.sentence');
		const told = page.locator('main');
		await type(page, field(page, 'In the tank, by its tape'), '20');
		await expect(said).toContainText(/\d L of plain water/);
		await type(page, field(page, 'Strength'), '11');
		await expect(page.getByRole('alert')).toContainText('Did you mean');
		await expect(told).not.toContainText(/\d (?:g|mL) of /);
		await type(page, field(page, 'Strength'), '1,1');
		await type(page, field(page, 'pH'), '7,4');
		await expect(told).toContainText('Acid: say first which bottle');
		await expect(told).not.toContainText(/mL of (?:\w+ )?acid/);
		await reach(page, page.getByLabel('On its label'));
		await page.keyboard.type('Ph');
		await type(page, field(page, 'Another strength, by weight'), '120');
		await page.keyboard.press('Enter');
		await expect(page.getByRole('alert')).toContainText('from 0.001 to 100 %');
		await type(page, field(page, 'Another strength, by weight'), '59');
		await page.keyboard.press('Enter');
		await expect(said).toContainText(/[\d.]+ mL of phosphoric acid 59%/);
		await expect(told).toContainText('Thin it first');
		await press(page, button(page, 'Note it'));
		await expect(button(page, 'Noted')).toBeVisible();

		// the card: a reading that cannot be, one that is wrong, and a new plan
		await visit(page, `${house.home}/systems/${id}/mix`);
		await press(page, button(page, 'Begin'));
		const go = button(page, /^(?:Done|Go on before the wait is over)$/);
		const read = page.getByRole('heading', { name: /Read the strength/ });
		for (let n = 0; n < 40 && !(await read.isVisible()); n++) await press(page, go);
		const shows = field(page, 'What it shows');
		await type(page, shows, '99');
		await expect(page.getByRole('alert')).toBeVisible();
		await expect(page.locator('main')).not.toContainText(/Then:.*\d (?:g|mL)/);
		await type(page, shows, '0,4');
		await press(page, button(page, /^(?:That is it|Go on before)/));
		await press(page, button(page, /Something was weighed or poured wrong/));
		await expect(page.locator('main h1')).toContainText(/Stir in|Top up|Shake|Drain off|Make/);
	} finally {
		await house.close();
	}
});
