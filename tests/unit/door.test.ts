import { expect } from 'chai';
import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RequestEvent } from '@sveltejs/kit';
import { Door, KNOWN_DAYS, TRIES, WAIT_MS } from '../../src/lib/server/door';
import { addressOf, isAtMachine } from '../../src/lib/server/gate';
import { isLoopback } from '../../src/lib/server/hosts';
import { codeOf } from '../../src/lib/server/network';

const CODE = 'wet hands, 8 signs';
const NOW = Date.parse('2026-05-28T09:00:00Z');
const DAY = 86_400_000;
const fresh = () => join(mkdtempSync(join(tmpdir(), 'crelbo-door-')), 'crelbo.db.door');
const cookieOf = async (door: Door, now = NOW): Promise<string> => {
	const entry = await door.enter('10.0.0.7', CODE, now);
	if (entry.kind !== 'in') throw new Error(entry.kind);
	return entry.cookie;
};

describe('the door', () => {
	it('lets in who entered the passcode, for 90 days, over a restart', async () => {
		const file = fresh();
		const door = await Door.open(file);
		expect(door.isSet).to.equal(false);
		expect(await door.enter('10.0.0.7', CODE, NOW)).to.deep.equal({ kind: 'none' });
		await door.set(CODE);
		const cookie = await cookieOf(door);
		const again = await Door.open(file);
		for (const one of [door, again]) {
			expect(one.knows(cookie, NOW + (KNOWN_DAYS - 1) * DAY)).to.equal(true);
			expect(one.knows(cookie, NOW + KNOWN_DAYS * DAY)).to.equal(false);
		}
		// what is kept is a hash, for nobody else to read
		expect(readFileSync(file, 'utf8')).to.not.include(CODE);
		expect(statSync(file).mode & 0o077).to.equal(0);
	});

	it('knows no cookie but its own', async () => {
		const door = await Door.open(null);
		await door.set(CODE);
		const cookie = await cookieOf(door);
		const [at, nonce, signature] = cookie.split('.') as [string, string, string];
		for (const other of [
			undefined,
			'',
			'a.b.c',
			`${Number(at) + 1}.${nonce}.${signature}`,
			`${at}.${nonce}.${signature.slice(0, -2)}AA`,
			`${at}.${nonce}.`,
			`${cookie}.more`
		])
			expect(door.knows(other, NOW), String(other)).to.equal(false);
		expect(door.knows(cookie, NOW)).to.equal(true);
	});

	it('signs everybody out at a word, and when the passcode is another', async () => {
		const door = await Door.open(fresh());
		await door.set(CODE);
		const before = await cookieOf(door);
		door.signOutEverywhere();
		expect(door.knows(before, NOW)).to.equal(false);
		const after = await cookieOf(door);
		await door.set(`${CODE}, another`);
		expect(door.knows(after, NOW)).to.equal(false);
		expect((await door.enter('10.0.0.7', CODE, NOW)).kind).to.equal('wrong');
	});

	it('makes an address wait a minute after ten wrong tries, at once or one by one, and no other', async () => {
		const door = await Door.open(null);
		await door.set(CODE);
		const at = (address: string, code: string, now = NOW) => door.enter(address, code, now);
		const tries = await Promise.all(
			Array.from({ length: TRIES + 2 }, () => at('10.0.0.9', 'not the passcode'))
		);
		expect(tries.filter(({ kind }) => kind === 'wrong')).to.have.length(TRIES);
		expect(tries.at(-1)).to.deep.equal({ kind: 'wait', forS: WAIT_MS / 1000 });
		expect((await at('10.0.0.9', CODE)).kind).to.equal('wait');
		expect((await at('10.0.0.7', CODE)).kind).to.equal('in');
		expect((await at('10.0.0.9', CODE, NOW + WAIT_MS)).kind).to.equal('in');
	});

	it('refuses a passcode that is too short, in words, and goes on with the one before', async () => {
		const door = await Door.open(null);
		await door.set(CODE);
		let said = '';
		await door.set('1234567').catch((fault: Error) => (said = fault.message));
		expect(said).to.include('passcode must have at least 8 signs');
		expect((await door.enter('10.0.0.7', CODE, NOW)).kind).to.equal('in');
	});

	it('takes the passcode the server is started with; another one there signs everybody out', async () => {
		const file = fresh();
		const door = await Door.open(file, CODE);
		expect(door.fixed).to.equal(true);
		const cookie = await cookieOf(door);
		expect((await Door.open(file, CODE)).knows(cookie, NOW)).to.equal(true);
		expect((await Door.open(file, 'another passcode')).knows(cookie, NOW)).to.equal(false);
	});

	it('lets nobody in by a file that is damaged', async () => {
		const file = fresh();
		writeFileSync(file, '{"salt":"');
		expect((await Door.open(file)).isSet).to.equal(false);
	});
});

describe('the machine itself', () => {
	const from = (socket: string, header = '127.0.0.1') =>
		({
			platform: { req: { socket: { remoteAddress: socket } } },
			getClientAddress: () => header
		}) as unknown as RequestEvent;
	const variables = ['ORIGIN', 'ADDRESS_HEADER'] as const;
	afterEach(() => {
		for (const name of variables) delete process.env[name];
	});

	it('is known by its socket, whatever a header says', () => {
		for (const own of ['127.0.0.1', '127.8.8.8', '::1', '::ffff:127.0.0.1'])
			expect(isAtMachine(from(own)), own).to.equal(true);
		for (const other of ['192.168.1.20', '::ffff:192.168.1.20', 'fe80::1', '1127.0.0.1', ''])
			expect(isAtMachine(from(other)), other).to.equal(false);
		expect(isLoopback(undefined)).to.equal(false);
	});

	it('is nobody where another server stands in front', () => {
		for (const name of variables) {
			process.env[name] = name === 'ORIGIN' ? 'https://home.example' : 'x-forwarded-for';
			expect(isAtMachine(from('127.0.0.1')), name).to.equal(false);
			delete process.env[name];
		}
		process.env.ADDRESS_HEADER = 'x-forwarded-for';
		expect(addressOf(from('127.0.0.1', '10.0.0.3'))).to.equal('10.0.0.3');
	});

	it('shows its address as a code of squares', () => {
		const { size, path } = codeOf('http://192.168.1.20:4173');
		expect((size - 17) % 4).to.equal(0);
		// the ring of a corner mark: seven dark squares in a row, then a light one
		for (let x = 0; x < 7; x++) expect(path).to.include(`M${x} 0h1`);
		expect(path).to.not.include('M7 0h1');
	});
});
