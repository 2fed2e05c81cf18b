import { counted } from '$lib/core/quantity';

/** What the server answers of a restore. */
export interface Restored {
	counts: {
		places: number;
		systems: number;
		unreadable: { places: number; systems: number; others: number };
	};
	/** The file that holds what was here before. */
	kept: string;
}

/** What came of a restore, in sentences. */
export function restoredWords({ counts, kept }: Restored): string {
	const { places, systems, unreadable } = counts;
	const broken = [
		[unreadable.places, ['place', 'places']],
		[unreadable.systems, ['system', 'systems']],
		[unreadable.others, ['other entry', 'other entries']]
	] as const;
	const said = broken.filter(([n]) => n > 0).map(([n, noun]) => counted(n, noun));
	const cannot =
		said.length > 0 ? ` ${said.join(' and ')} cannot be read; they are kept as they are.` : '';
	return `Restored: ${counted(systems, ['system', 'systems'])} in ${counted(places, ['place', 'places'])}.${cannot} What was here before is kept as ${kept}.`;
}

/** How large a file is: 1.4 MB. */
export const sizeWords = (bytes: number): string =>
	bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
