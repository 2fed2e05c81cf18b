import type { Design } from '../design';
import { litresAt, pick, shapeHeightMm, type ShelfLists, type TankShape } from '../shelf';
import type { TankLayout } from './types';

/** The tank's true shape: as measured by the grower, else the shelf's. */
export const tankShapeOf = (
	design: Pick<Design, 'tank'>,
	shelf: Pick<ShelfLists, 'tanks'>
): TankShape => design.tank.shape ?? pick(shelf.tanks, design.tank.partId).shape;

/** Height of the lowest opening over the inside floor, mm. */
export const brimMmOf = (design: Pick<Design, 'tank'>, shelf: Pick<ShelfLists, 'tanks'>): number =>
	Math.max(1, shapeHeightMm(tankShapeOf(design, shelf)) - design.tank.overflowBelowRimMm);

/** Litres the tank holds up to its lowest opening. */
export const brimLitresOf = (
	design: Pick<Design, 'tank'>,
	shelf: Pick<ShelfLists, 'tanks'>
): number => litresAt(tankShapeOf(design, shelf), brimMmOf(design, shelf));

interface Footprint {
	lengthM: number;
	widthM: number;
	bottomLengthM: number;
	round: boolean;
}

/** What a vessel of a shape takes from above, m. */
export function footprint(shape: TankShape): Footprint {
	const m = (mm: number) => mm / 1000;
	switch (shape.kind) {
		case 'round': {
			const top = m(shape.topDiameterMm);
			return { lengthM: top, widthM: top, bottomLengthM: m(shape.bottomDiameterMm), round: true };
		}
		case 'oblong':
			return {
				lengthM: m(shape.topLengthMm),
				widthM: m(shape.topWidthMm),
				bottomLengthM: m(shape.bottomLengthMm),
				round: false
			};
		case 'lying': {
			const lengthM = m(shape.lengthMm);
			return { lengthM, widthM: m(shape.diameterMm), bottomLengthM: lengthM, round: false };
		}
		case 'straight':
		case 'table': {
			// only its area (or its litres) is known: drawn as a square of that area
			const areaM2 =
				shape.kind === 'straight'
					? shape.areaCm2 / 1e4
					: litresAt(shape, shapeHeightMm(shape)) / shapeHeightMm(shape);
			const side = Math.sqrt(areaM2);
			return { lengthM: side, widthM: side, bottomLengthM: side, round: false };
		}
	}
}

/** The tank at x = 0; the stand decides where it goes. */
export function tankAtOrigin(
	design: Pick<Design, 'tank'>,
	shelf: Pick<ShelfLists, 'tanks'>
): TankLayout {
	const shape = tankShapeOf(design, shelf);
	const floorM = design.tank.floorMm / 1000;
	return {
		xM: 0,
		yM: 0,
		...footprint(shape),
		heightM: shapeHeightMm(shape) / 1000,
		floorM,
		brimM: floorM + brimMmOf(design, shelf) / 1000,
		clearanceM: null,
		hatch: null
	};
}
