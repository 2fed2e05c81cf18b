import type { Store } from './store';
import type { Task } from './task';
import type { Answer, Answered, Clashed } from './transport';

/** How it stands with what waits in a lane. */
export type LaneState =
	/** Nothing waits. */
	| 'still'
	/** It is on its way. */
	| 'sending'
	/** Nobody answers: it waits for the network. */
	| 'network'
	/** The server cannot do it just now. */
	| 'server'
	/** Somebody else changed the same: the grower chooses. */
	| 'clash'
	/** What it is about was deleted. */
	| 'gone';

export interface LaneView {
	state: LaneState;
	/** What waits, in order. */
	waiting: readonly Task[];
	/** Whether all of it is kept on this device until it is sent. */
	onDevice: boolean;
	/** Whether this browser keeps anything. */
	keeps: boolean;
	message: string | null;
	/** What stands there, and where both changed the same. */
	clash: { task: Task; body: Clashed } | null;
}

/** Who has a document open hears what becomes of what was done to it. */
export interface Listener {
	/** What waits, or how it stands with it, is another. */
	changed?(view: LaneView): void;
	/** The server's word on a task of this or another tab. */
	done?(task: Task, body: Answered): void;
	refused?(task: Task, message: string, body?: Answered): void;
}

/** What tabs tell one another. */
export type Said =
	| { say: 'added' | 'changed' }
	| { say: 'done'; task: Task; body: Answered }
	| { say: 'refused'; task: Task; message: string; body?: Answered }
	| {
			say: 'state';
			lane: string;
			state: LaneState;
			message: string | null;
			clash: LaneView['clash'];
	  };

/** What an outbox works with; in tests of another world than the browser's. */
export interface World {
	/** Opens where tasks are kept; where it cannot be, the page alone keeps them. */
	store: () => Promise<Store>;
	send: (task: Task) => Promise<Answer>;
	/** Speaks to the other tabs, and hears them. */
	channel: { tell(said: unknown): void; hear(listen: (said: unknown) => void): void };
	now: () => number;
	/** Waits so long, or until it is woken. */
	rest: (forMs: number, woken: Promise<void>) => Promise<void>;
}
