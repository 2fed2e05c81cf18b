import { STARTING } from '../../parameters';
import type { Crop } from '../../shelf';
import { AREA_KIND, type AreaKind } from '../area-kinds';
import { KINDS, VARIANTS, type Variant } from './index';

export interface SelectionCriteria {
	area: AreaKind;
	crop: Pick<Crop, 'habit' | 'spreadMm'>;
	plants: number;
	/** 1 an afternoon with little cutting, 3 as much as it takes. */
	effort: 1 | 2 | 3;
	power: boolean;
	/** Free floor, m². */
	floorM2: number;
}

export interface Suggestion {
	variant: Variant;
	/** Higher is better; below zero something speaks against it. */
	score: number;
	/** What speaks for it or against it, in a few words. */
	why: string;
}

/** Variants in the order they suit what somebody has and wants; all are offered, the best first. */
export function suggest(criteria: SelectionCriteria): Suggestion[] {
	const tall = criteria.crop.habit === 'climber' || criteria.crop.spreadMm >= 400;
	// under glass against a wall it is a greenhouse of another shape
	const area = criteria.area === 'lean-to' ? 'greenhouse' : criteria.area;
	const needM2 = criteria.plants * STARTING.packing.value * (criteria.crop.spreadMm / 1000) ** 2;
	return VARIANTS.map((variant, order) => {
		const { suits, feeding, good } = KINDS[variant];
		const reasons: [points: number, why: string][] = [];
		if (feeding === 'valve') reasons.push([criteria.power ? 0 : 4, '']);
		else if (!criteria.power) reasons.push([-6, 'needs power for its pump']);
		if (suits.places.includes(area)) reasons.push([2, '']);
		else reasons.push([-2, `more at home in a ${AREA_KIND[suits.places[0]!].noun}`]);
		if (tall && !suits.tall) reasons.push([-5, 'too slight for plants this large']);
		else if (!tall && suits.height === 'tall') reasons.push([2, '']);
		else if (tall) reasons.push([1, '']);
		if (needM2 > criteria.floorM2 && suits.height === 'tall') reasons.push([2, '']);
		if (suits.effort > criteria.effort) reasons.push([-3, 'more cutting and joining']);
		if (suits.most !== undefined && criteria.plants > suits.most)
			reasons.push([-4, `for up to ${suits.most} plants`]);
		const score = reasons.reduce((sum, [points]) => sum + points, 0);
		const against = reasons.filter(([points]) => points < 0).sort(([a], [b]) => a - b)[0];
		// ties are broken by the order they are listed in
		return { variant, score: score - order / 100, why: score < 0 && against ? against[1] : good };
	}).sort((a, b) => b.score - a.score);
}
