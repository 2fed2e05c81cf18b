import type { Edit } from '$lib/core/design';

/** What is to be done on the server. */
export type Work =
	/** Changes of a system: of its plan, record, place and shelf. */
	| { verb: 'save'; label: string; edits: Edit[] }
	/** A step back or forth: whose, and what it comes to; null: along the history from before this page. */
	| { verb: 'undo' | 'redo'; of: string | null; edits: Edit[] }
	/** What was done to cards, over `{ batches, holders }`, and on which device. */
	| { verb: 'card'; device: string; edits: Edit[] }
	/** Changes of a place by itself. */
	| { verb: 'place'; edits: Edit[] }
	/** Changes of a place's shelf. */
	| { verb: 'shelf'; edits: Edit[] };

/** Something a grower did, on its way to the server. */
export interface Task {
	/** The same however often it is sent, so that a lost answer is no second act. */
	request: string;
	/** What is done to the same is done in order: `system/…` or `place/…`. */
	lane: string;
	/** The revision it was made over, or, once what went before it is answered, that. */
	base: number;
	work: Work;
}

export const systemLane = (id: string): string => `system/${id}`;
export const placeLane = (id: string): string => `place/${id}`;

/** Which system or place a lane is of. */
export const idIn = (lane: string): string => lane.slice(lane.indexOf('/') + 1);

/** Where the server tells what stands of a lane's document, and takes what is done to it. */
export function addressOf(lane: string): string {
	return `/api/${lane.startsWith('place/') ? 'places' : 'designs'}/${idIn(lane)}`;
}
