import type { Crop } from '../../shelf';
import type { AreaKind } from '../place';
import { KINDS, VARIANTS, type Variant } from './index';

export interface Wish {
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

/** Floor a plant takes when it stands on the ground, as a multiple of its own spread squared. */
const PACKING = 1.3;

/** Variants in the order they suit what somebody has and wants; all are offered, the best first. */
export function suggest(wish: Wish): Suggestion[] {
	const tall = wish.crop.habit === 'climber' || wish.crop.spreadMm >= 400;
	const needM2 = wish.plants * PACKING * (wish.crop.spreadMm / 1000) ** 2;
	return VARIANTS.map((variant, order) => {
		const { suits, feeding } = KINDS[variant];
		const reasons: [points: number, why: string][] = [];
		if (feeding === 'valve') reasons.push([wish.power ? 0 : 4, wish.power ? '' : 'needs no power']);
		else if (!wish.power) reasons.push([-6, 'needs power for its pump']);
		if (suits.places.includes(wish.area)) reasons.push([2, '']);
		else reasons.push([-2, `more at home in a ${suits.places[0]}`]);
		if (tall && !suits.tall) reasons.push([-5, 'too slight for plants this large']);
		else if (!tall && suits.height === 'tall')
			reasons.push([2, 'many small plants on little floor']);
		else if (tall) reasons.push([1, 'roots and room for large plants']);
		if (needM2 > wish.floorM2 && suits.height === 'tall')
			reasons.push([2, 'the floor alone would be too small']);
		if (suits.effort > wish.effort) reasons.push([-3, 'more cutting and joining']);
		else if (suits.effort < wish.effort) reasons.push([0, 'quick to build']);
		if (suits.most !== undefined && wish.plants > suits.most)
			reasons.push([-4, `for up to ${suits.most} plants`]);
		const score = reasons.reduce((sum, [points]) => sum + points, 0);
		const said = reasons.filter(([points, why]) => why && (score < 0 ? points < 0 : points >= 0));
		return { variant, score: score - order / 100, why: said.map(([, why]) => why)[0] ?? '' };
	}).sort((a, b) => b.score - a.score);
}
