import { withFigures, type FigureOf, type Figures } from '../quantity';

interface FixingFigures {
	/** Straight out of the wall, and across it, N: what one holds before it fails. */
	pullN: number;
	shearN: number;
}

/** What holds a thing on a wall, its figures also as parameters with range and source. */
export interface Fixing extends FixingFigures {
	id: string;
	name: string;
	figures: Figures;
}

const fixing = (id: string, name: string, source: string, figures: FixingFigures): Fixing => {
	const holds: FigureOf = { unit: 'N', spread: 0.3, source };
	return withFigures({ id, name, ...figures }, { pullN: holds, shearN: holds });
};

const WOOD = 'typical withdrawal from softwood, about 8 N a mm² of thread';
const BRICK = 'typical maker’s figure for solid brick';
const CONCRETE = 'typical maker’s figure for sound concrete';
const BOARD = 'typical maker’s figure for common board';
export const FIXINGS: readonly Fixing[] = [
	fixing('stud-screw', '6 mm screw, 50 mm into a stud', WOOD, { pullN: 2400, shearN: 2000 }),
	fixing('brick-plug', '8 mm plug in brick', BRICK, { pullN: 1600, shearN: 1800 }),
	fixing('concrete-anchor', '8 mm anchor in concrete', CONCRETE, { pullN: 6000, shearN: 6500 }),
	fixing('board-anchor', 'spring anchor in plasterboard', BOARD, { pullN: 300, shearN: 350 })
];
export const FIXING_NAMES = Object.fromEntries(FIXINGS.map(({ id, name }) => [id, name])) as Record<
	'stud-screw' | 'brick-plug' | 'concrete-anchor' | 'board-anchor',
	string
>;
