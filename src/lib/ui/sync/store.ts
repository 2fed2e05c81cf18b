import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Task } from './task';

/** A task with its place in the queue. */
export interface Kept {
	seq: number;
	task: Task;
}

/** Where tasks wait, shared by the tabs of a browser. Every promise is kept only once it is on disk. */
export interface Store {
	/** What waits, in order. */
	all(): Promise<Kept[]>;
	/** @returns its place in the queue */
	add(task: Task): Promise<number>;
	/** Puts others in the place of some, and takes some away, all or none. */
	change(put: readonly Kept[], drop: readonly number[]): Promise<void>;
	/** Takes the lease for a tab, or keeps it; false: another tab has it. */
	lease(tab: string, now: number, forMs: number): Promise<boolean>;
}

interface Shape extends DBSchema {
	tasks: { key: number; value: { seq?: number; task: Task } };
	lease: { key: string; value: { tab: string; until: number } };
}

const NAME = 'crelbo';
const VERSION = 1;
const strict = { durability: 'strict' } as const;

/** The browser's own database. @throws where it keeps nothing */
export async function browserStore(name = NAME): Promise<Store> {
	const db = await openDB<Shape>(name, VERSION, {
		upgrade(fresh) {
			fresh.createObjectStore('tasks', { keyPath: 'seq', autoIncrement: true });
			fresh.createObjectStore('lease');
		},
		// a newer page wants to bring it up to date: this one lets go
		blocking: (_at, _to, event) => (event.target as IDBDatabase).close()
	});
	return new BrowserStore(db);
}

class BrowserStore implements Store {
	constructor(private readonly db: IDBPDatabase<Shape>) {}

	async all(): Promise<Kept[]> {
		return (await this.db.getAll('tasks')) as Kept[];
	}

	async add(task: Task): Promise<number> {
		const tx = this.db.transaction('tasks', 'readwrite', strict);
		const seq = await tx.store.add({ task });
		await tx.done;
		return seq;
	}

	async change(put: readonly Kept[], drop: readonly number[]): Promise<void> {
		const tx = this.db.transaction('tasks', 'readwrite', strict);
		for (const one of put)
			// what another tab took away meanwhile stays away
			if ((await tx.store.getKey(one.seq)) !== undefined) await tx.store.put(one);
		for (const seq of drop) await tx.store.delete(seq);
		await tx.done;
	}

	async lease(tab: string, now: number, forMs: number): Promise<boolean> {
		const tx = this.db.transaction('lease', 'readwrite');
		const held = await tx.store.get('sender');
		// one that runs for longer than a lease does was taken before the clock was put back
		const stands = held && held.until > now && held.until <= now + forMs;
		const mine = !stands || held.tab === tab;
		if (mine) await tx.store.put({ tab, until: now + forMs }, 'sender');
		await tx.done;
		return mine;
	}
}

/** Where a browser keeps nothing: as long as the page is open. */
export class PageStore implements Store {
	private readonly kept = new Map<number, Task>();
	private next = 1;
	all = async (): Promise<Kept[]> => [...this.kept].map(([seq, task]) => ({ seq, task }));
	async add(task: Task): Promise<number> {
		this.kept.set(this.next, task);
		return this.next++;
	}
	async change(put: readonly Kept[], drop: readonly number[]): Promise<void> {
		for (const { seq, task } of put) if (this.kept.has(seq)) this.kept.set(seq, task);
		for (const seq of drop) this.kept.delete(seq);
	}
	lease = async (): Promise<boolean> => true;
}
