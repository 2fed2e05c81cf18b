import { Outbox } from './outbox';
import { browserStore } from './store';
import { send } from './transport';
import type { World } from './world';

export { messageOf, post, requestId } from './http';

const CHANNEL = 'crelbo.outbox';

const world = (): World => {
	// where there is no window there are no other tabs
	const speaks =
		typeof window === 'undefined' || typeof BroadcastChannel === 'undefined'
			? null
			: new BroadcastChannel(CHANNEL);
	return {
		store: browserStore,
		send,
		channel: {
			tell: (said) => speaks?.postMessage(said),
			hear: (listen) => {
				if (speaks) speaks.onmessage = ({ data }) => listen(data);
			}
		},
		now: Date.now,
		rest: (forMs, woken) =>
			Promise.race([woken, new Promise<void>((done) => setTimeout(done, forMs))])
	};
};

let common: Outbox | undefined;
/** The one queue of this page. Begun when something is first done, so that a page drawn by the server has none. */
export function outbox(): Outbox {
	common ??= new Outbox(world());
	return common;
}

/**
 * Another queue for this page, or a new one when something is first done.
 *
 * @public tests open one for each page they make
 */
export const useOutbox = (box?: Outbox): void => void (common = box);

/** A page is open in a browser: what waits from before is sent, and again when the network is back. */
export function openOutbox(): () => void {
	const box = outbox();
	const wake = () => box.wake();
	addEventListener('online', wake);
	return () => removeEventListener('online', wake);
}

/** Something is on this page alone: leaving would lose it. */
export const hasUnsaved = (): boolean =>
	common?.busy().some((lane) => !common!.view(lane).onDevice) ?? false;
