import { counted } from '$lib/core/quantity';
import type { LaneView } from './world';

/** How it stands with what was done, in words; with what can be done about it. */
export interface Line {
	kind: 'kept' | 'sending' | 'waiting' | 'clash' | 'gone' | 'refused';
	words: string;
}

const timeOf = (at: string): string =>
	new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/**
 * The one line that says where the grower's work is.
 *
 * @param savedAt when the server last took something, as an ISO time; null: not since the page was opened
 * @param refused why the server would not take the last
 */
export function lineOf(view: LaneView, savedAt: string | null, refused: string | null): Line {
	const { state, waiting, message } = view;
	const changes = counted(waiting.length, ['change', 'changes']);
	switch (state) {
		case 'clash':
			return { kind: 'clash', words: 'Somebody else changed this.' };
		case 'gone':
			return {
				kind: 'gone',
				words: `This was deleted meanwhile. ${changes} ${waiting.length === 1 ? 'is' : 'are'} ${placeOf(view)}.`
			};
		case 'network':
			return {
				kind: 'waiting',
				words: `${capital(placeOf(view))}, waiting for the network (${waiting.length})`
			};
		case 'server':
			return {
				kind: 'waiting',
				words: `Not saved yet: ${message ?? 'the server is busy.'} Trying again.${view.keeps ? '' : ' Not kept on this device.'}`
			};
		case 'sending':
			return { kind: 'sending', words: view.keeps ? 'Saving' : 'Saving; not kept on this device' };
		case 'still':
			if (refused !== null) return { kind: 'refused', words: `Not saved: ${refused}` };
			return { kind: 'kept', words: savedAt === null ? 'Saved' : `Saved ${timeOf(savedAt)}` };
	}
}

/** Where what waits is until then. */
const placeOf = ({ onDevice, keeps }: LaneView): string =>
	onDevice ? 'on this device' : keeps ? 'being kept on this device' : 'not kept on this device';
const capital = (words: string): string => words[0]!.toUpperCase() + words.slice(1);
