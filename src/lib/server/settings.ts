import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { database, write } from './database';
import { settings } from './schema';

const host = z
	.string()
	.trim()
	.toLowerCase()
	.regex(/^[a-z0-9]([a-z0-9.-]{0,250}[a-z0-9])?$/, {
		error: () => 'a name must be letters, digits, dots and hyphens, such as shed.local'
	});

/** What holds for the whole server. */
export const settingsSchema = z.strictObject({
	/** Further names and addresses by which browsers of the home may reach it. */
	hosts: z.array(host).max(50, 'there must be 50 names at most').default([])
});
export type Settings = z.infer<typeof settingsSchema>;

const NAME = 'server';

/** As set, or the defaults; settings that cannot be read count as not set. */
export async function readSettings(): Promise<Settings> {
	const [row] = await database().select().from(settings).where(eq(settings.name, NAME));
	try {
		return settingsSchema.parse(JSON.parse(row?.value ?? '{}'));
	} catch {
		return settingsSchema.parse({});
	}
}

export const writeSettings = (next: Settings): Promise<unknown> =>
	write((tx) => {
		const value = JSON.stringify(next);
		return tx
			.insert(settings)
			.values({ name: NAME, value })
			.onConflictDoUpdate({ target: settings.name, set: { value } });
	});
