import { createHmac, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { z } from 'zod';
import { databaseFile } from './database';

/** A passcode has so many signs at least. */
export const LEAST_SIGNS = 8;
const MOST_SIGNS = 200;
/** Who entered once is known for so long. */
export const KNOWN_DAYS = 90;
const KNOWN_MS = KNOWN_DAYS * 86_400_000;
/** After so many wrong tries an address waits so long. */
export const TRIES = 10;
export const WAIT_MS = 60_000;

export const passcodeSchema = z.strictObject({
	passcode: z
		.string({ error: () => 'passcode must be text' })
		.min(LEAST_SIGNS, `passcode must have at least ${LEAST_SIGNS} signs`)
		.max(MOST_SIGNS, `passcode must have ${MOST_SIGNS} signs at most`)
});

const base64 = z.string().regex(/^[A-Za-z0-9_-]+$/);
/** What is kept of a passcode, and what cookies are signed with. */
const lockSchema = z.strictObject({ salt: base64, hash: base64, key: base64 });
type Lock = z.infer<typeof lockSchema>;

const bytes = (text: string): Buffer => Buffer.from(text, 'base64url');
const text = (of: Buffer): string => of.toString('base64url');

/** The hash of a passcode: scrypt with the costs Node has by itself (RFC 7914). */
const hashed = (passcode: string, salt: Buffer): Promise<Buffer> =>
	new Promise((done, fail) =>
		scrypt(passcode.normalize('NFC'), salt, 32, (fault, key) => (fault ? fail(fault) : done(key)))
	);

/** What came of a try to enter. */
export type Entry =
	| { kind: 'in'; cookie: string; maxAgeS: number }
	| { kind: 'wrong'; left: number }
	| { kind: 'wait'; forS: number }
	/** There is no passcode to enter with. */
	| { kind: 'none' };

/**
 * Who comes in from other devices: one passcode for the home, kept as its hash in a file beside the database, and
 * a signed cookie for who entered it. A copy of everything does not hold it, and restoring one does not change it.
 */
export class Door {
	private lock: Lock | null;
	private readonly tries = new Map<string, { wrong: number; until: number }>();
	/** One hash at a time: many tries at once do not stop the server. */
	private turn: Promise<unknown> = Promise.resolve();

	/**
	 * @param file where the lock is kept; null: in this process alone
	 * @param fixed the passcode is set where the server is started, and nowhere else
	 */
	private constructor(
		private readonly file: string | null,
		readonly fixed: boolean
	) {
		this.lock = file === null ? null : readLock(file);
	}

	/**
	 * Opens the door with what is kept.
	 *
	 * @param passcode set where the server is started; what was entered with another counts no more
	 * @throws z.ZodError for one that is too short
	 */
	static async open(file: string | null, passcode?: string): Promise<Door> {
		const door = new Door(file, passcode !== undefined);
		if (passcode !== undefined && !(await door.fits(passcode))) await door.set(passcode);
		return door;
	}

	/** There is a passcode. */
	get isSet(): boolean {
		return this.lock !== null;
	}

	/** Sets another passcode: every device has to enter it. @throws z.ZodError for one that is too short or too long */
	async set(passcode: string): Promise<void> {
		passcodeSchema.parse({ passcode });
		const salt = randomBytes(16);
		const hash = await hashed(passcode, salt);
		this.keep({ salt: text(salt), hash: text(hash), key: text(randomBytes(32)) });
	}

	/** Every device has to enter the passcode again. */
	signOutEverywhere(): void {
		if (this.lock) this.keep({ ...this.lock, key: text(randomBytes(32)) });
	}

	/** @param address the socket's, whatever a header says */
	async enter(address: string, passcode: string, now: number): Promise<Entry> {
		if (!this.lock) return { kind: 'none' };
		const before = this.tries.get(address);
		if (before && before.wrong >= TRIES && now < before.until)
			return { kind: 'wait', forS: Math.ceil((before.until - now) / 1000) };
		const wrong = before && now < before.until ? before.wrong : 0;
		// counted before it is known: tries at once are as many as tries one by one
		this.tries.set(address, { wrong: wrong + 1, until: now + WAIT_MS });
		this.forgetTries(now);
		if (!(await this.fits(passcode))) return { kind: 'wrong', left: TRIES - wrong - 1 };
		this.tries.delete(address);
		const issued = `${now}.${text(randomBytes(9))}`;
		return { kind: 'in', cookie: `${issued}.${this.signed(issued)}`, maxAgeS: KNOWN_MS / 1000 };
	}

	/** Whether a cookie is one of ours, and not too old. */
	knows(cookie: string | undefined, now: number): boolean {
		if (!this.lock || !cookie) return false;
		const [at, nonce, signature, ...more] = cookie.split('.');
		if (!at || !nonce || !signature || more.length > 0) return false;
		const [told, right] = [bytes(signature), bytes(this.signed(`${at}.${nonce}`))];
		if (told.length !== right.length || !timingSafeEqual(told, right)) return false;
		return now - Number(at) < KNOWN_MS;
	}

	private signed = (issued: string): string =>
		text(createHmac('sha256', bytes(this.lock!.key)).update(issued).digest());

	private async fits(passcode: string): Promise<boolean> {
		const { lock } = this;
		if (!lock || passcode.length > MOST_SIGNS) return false;
		const work = this.turn.then(() => hashed(passcode, bytes(lock.salt)));
		this.turn = work.catch(() => undefined);
		return timingSafeEqual(await work, bytes(lock.hash));
	}

	private keep(lock: Lock): void {
		this.lock = lock;
		if (this.file === null) return;
		if (!existsSync(dirname(this.file))) mkdirSync(dirname(this.file), { recursive: true });
		const beside = `${this.file}.new`;
		writeFileSync(beside, JSON.stringify(lock), { mode: 0o600 });
		renameSync(beside, this.file);
	}

	private forgetTries(now: number): void {
		if (this.tries.size < 1000) return;
		for (const [address, { until }] of this.tries) if (now >= until) this.tries.delete(address);
	}
}

/** What is kept; a file that cannot be read counts as none, and nobody comes in by it. */
function readLock(file: string): Lock | null {
	if (!existsSync(file)) return null;
	try {
		return lockSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
	} catch {
		return null;
	}
}

let common: Promise<Door> | undefined;
/** The door of this server. */
export const door = (): Promise<Door> =>
	(common ??= Door.open(doorFile(), process.env.CRELBO_PASSCODE || undefined));

/** Beside the database; where that is on another server, in a folder of this one. */
const doorFile = (): string => {
	const file = databaseFile();
	return file ? `${file}.door` : resolve('data', 'door');
};
