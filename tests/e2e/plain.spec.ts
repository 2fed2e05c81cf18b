import { expect, newDatabase, saved, server, step, test, typeIn, visit } from './bench';

/** A name of the home's network over plain http: no secure context, as a phone sees it. */
const NAME = 'shed.test';

// a server of its own, begun and ended within the test
test.describe.configure({ timeout: 150_000 });

test.use({
	serviceWorkers: 'allow',
	launchOptions: async ({ launchOptions }, use) =>
		use({
			...launchOptions,
			args: [...(launchOptions.args ?? []), `--host-resolver-rules=MAP ${NAME} 127.0.0.1`]
		})
});

test('over plain http the open page goes on without network, nothing is installed, and why is said', async ({
	page,
	ports,
	request
}) => {
	const own = server(ports(2), newDatabase(), { CRELBO_TODAY: '2026-05-28' });
	await own.ready();
	const machine = `http://127.0.0.1:${ports(2)}`;
	const home = `http://${NAME}:${ports(2)}`;
	try {
		await request.put(`${machine}/api/settings`, { data: { hosts: [NAME] } });
		await visit(page, `${home}/`);
		expect(await page.evaluate(() => [isSecureContext, 'serviceWorker' in navigator])).toEqual([
			false,
			false
		]);
		await expect(page.locator('link[rel=manifest]')).toHaveCount(0);
		await page.getByRole('button', { name: 'Copies and network' }).click();
		await expect(
			page.getByText('came over plain http, and browsers install nothing')
		).toBeVisible();

		await visit(page, `${home}/systems/lean-to-rail`);
		await step(page, 'mix').click();
		const strength = page.getByRole('textbox', { name: 'Strength', exact: true });
		page.removeAllListeners('requestfailed');
		page.removeAllListeners('console');
		await page.context().setOffline(true);
		await typeIn(strength, '1.95');
		await strength.press('Tab');
		await expect(page.getByText('On this device, waiting for the network (1)')).toBeVisible();
		await page.context().setOffline(false);
		await saved(page);
		const stored = await (await request.get(`${machine}/api/designs/lean-to-rail`)).json();
		expect(stored.operation.mix.strengthMsCm).toBe(1.95);
	} finally {
		own.child.kill('SIGTERM');
		await own.ended;
	}
});
