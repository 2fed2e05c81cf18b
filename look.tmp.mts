import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const H = 'http://127.0.0.1:4600';
const go = async (name: string, path: string, size: [number, number], f?: (p: any) => Promise<void>, dark = false) => {
	const p = await b.newPage({ viewport: { width: size[0], height: size[1] }, colorScheme: dark ? 'dark' : 'light', reducedMotion: 'reduce', serviceWorkers: 'block' } as any);
	p.on('pageerror', (e: Error) => console.log(name, e.message));
	await p.goto(H + path); await p.waitForSelector('html[data-live]', { state: 'attached' });
	try { await f?.(p); } catch (e) { console.log(name, String(e).slice(0, 200)); }
	await p.waitForTimeout(300);
	await p.screenshot({ path: `/tmp/look/${name}.png` });
	await p.close();
};
await go('home', '/', [1280, 800]);
await go('keeping', '/', [1280, 800], async (p) => { await p.getByRole('button', { name: 'Copies and network' }).click(); await p.waitForTimeout(500); });
await go('print', '/systems/lean-to-rail/print', [1280, 900]);
await go('today', '/systems/lean-to-rail/today', [390, 844], async (p) => { for (const [n, v] of [['In the tank, by its tape', '24'], ['Strength', '1.45'], ['pH', '7.4']]) { const f = p.getByLabel(n, { exact: true }); await f.click(); await f.pressSequentially(v); await f.press('Tab'); } const q = p.getByRole('button', { name: 'I looked again: it is right' }); if (await q.count()) await q.click(); });
await go('card', '/systems/away-bench/mix', [390, 844], async (p) => { await p.getByRole('button', { name: 'Begin' }).click(); for (let i = 0; i < 3; i++) await p.getByRole('button', { name: 'Done' }).click(); });
await go('trust', '/trust', [1280, 800]);
await go('dry', '/systems/lean-to-rail', [1280, 800], async (p) => { await p.locator('[data-step="dry-run"]').click(); });
await go('plantout', '/systems/valve-pots', [1280, 800], async (p) => { await p.locator('[data-step="plant-out"]').click(); });
await b.close();
