const ON_WALL = ['clips', 'fixing', 'fixingsPerTier', 'otherFixings', 'otherFixing'];

/** What of a stand decides which of its fields are questions. */
interface Held {
	footing?: string;
	on?: string;
	rows?: number;
	otherFixings?: number;
	bedMm?: number;
}

/**
 * Whether a field of a stand is a question as it stands: what goes into a wall is none of something on legs,
 * one row has no header across others, and no bed is of nothing.
 */
export function isAsked(stand: object, field: string): boolean {
	const { footing, on, rows, otherFixings, bedMm }: Held = stand;
	if (field.startsWith('header')) return rows !== 1;
	if (field === 'bedMediumId') return bedMm !== 0;
	if (field === 'otherFixing' && otherFixings === 0) return false;
	// what is neither on a footing nor fixed to either hangs on a wall as it is
	const wall = (footing ?? on ?? 'wall') === 'wall';
	if (ON_WALL.includes(field)) return wall;
	if (field === 'tied') return !wall;
	return field !== 'baseMm' || ['base', 'hung', 'frame'].includes(footing ?? on ?? '');
}
