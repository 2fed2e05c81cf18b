/** What holds a thing on a wall, and how much one of them holds before it fails. Typical figures. */
export interface Fixing {
	id: string;
	name: string;
	/** Straight out of the wall, and across it, N. */
	pullN: number;
	shearN: number;
	/** Where the figure comes from. */
	source: string;
}

export const FIXINGS: readonly Fixing[] = [
	{
		id: 'stud-screw',
		name: '6 mm screw, 50 mm into a stud',
		pullN: 2400,
		shearN: 2000,
		source: 'typical withdrawal from softwood, about 8 N a mm² of thread'
	},
	{
		id: 'brick-plug',
		name: '8 mm plug in brick',
		pullN: 1600,
		shearN: 1800,
		source: 'typical maker’s figure for solid brick'
	},
	{
		id: 'concrete-anchor',
		name: '8 mm anchor in concrete',
		pullN: 6000,
		shearN: 6500,
		source: 'typical maker’s figure for sound concrete'
	},
	{
		id: 'board-anchor',
		name: 'spring anchor in plasterboard',
		pullN: 300,
		shearN: 350,
		source: 'typical maker’s figure for common board'
	}
];
export const FIXING_NAMES = Object.fromEntries(FIXINGS.map(({ id, name }) => [id, name])) as Record<
	'stud-screw' | 'brick-plug' | 'concrete-anchor' | 'board-anchor',
	string
>;
