const ON_WALL = ['clips', 'fixing', 'fixingsPerTier', 'otherFixings', 'otherFixing'];

/** What of a stand decides which of its fields are questions. */
interface Held {
	footing?: string;
	on?: string;
	rows?: number;
	otherFixings?: number;
}

/**
 * Whether a field of a stand is a question as it stands: what goes into a wall is none of something on legs,
 * and one row has no header across others.
 */
export function isAsked(stand: object, field: string): boolean {
	const { footing, on, rows, otherFixings }: Held = stand;
	if (field.startsWith('header')) return rows !== 1;
	if (field === 'otherFixing' && otherFixings === 0) return false;
	// what is neither on a footing nor fixed to either hangs on a wall as it is
	const wall = (footing ?? on ?? 'wall') === 'wall';
	if (ON_WALL.includes(field)) return wall;
	if (field === 'tied') return !wall;
	return field !== 'baseMm' || ['base', 'hung', 'frame'].includes(footing ?? on ?? '');
}
