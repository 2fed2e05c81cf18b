import type { Site } from '../../layout';
import type { ParameterSet } from '../../parameters';
import { pick, type Medium, type Shelf } from '../../shelf';

/** What the roots of a plant can draw on between two feeds. */
export interface RootStore {
	mediumL: number;
	availableFraction: number;
	allowedDepletion: number;
	/** Where they are: in a cube or plug, in part of the pot, in all of it, or bare in a collar. */
	rooted: 'cube' | 'part' | 'pot' | 'bare';
}

/** An operation takes no less. */
const LEAST_L = 0.05;
const LEAST_SHARE = 0.01;

/**
 * What a planted site holds for its roots. While they are in the cube the pot round it is no larder; bare roots
 * have what hangs on them.
 */
export function rootStoreOf(
	{ cropId, stage, mediumId, mediumL }: Site,
	shelf: Pick<Shelf, 'media' | 'crops'>,
	{ roots, growth }: Pick<ParameterSet, 'roots' | 'growth'>
): RootStore {
	const medium = pick(shelf.media, mediumId);
	const crop = pick(shelf.crops, cropId ?? '');
	const grown = stage ?? 'young';
	if (mediumL < roots.collarUnderL.value) {
		const heldL = roots.heldLM2.value * crop.canopyM2 * growth[grown].value;
		const all = heldL + mediumL * medium.availableFraction;
		return { ...stored(all, 1), allowedDepletion: roots.heldDepletion.value, rooted: 'bare' };
	}
	if (grown === 'seedling') {
		const cubeL = Math.min(mediumL, (crop.fruiting ? roots.cubeL : roots.plugL).value);
		return { ...of(cubeL, medium), allowedDepletion: roots.cubeDepletion.value, rooted: 'cube' };
	}
	if (mediumL < roots.plugUnderL.value)
		return { ...of(mediumL, medium), allowedDepletion: roots.cubeDepletion.value, rooted: 'cube' };
	const share = grown === 'young' ? roots.youngShare.value : 1;
	const { allowedDepletion } = medium;
	const rooted = grown === 'young' ? 'part' : 'pot';
	return { ...of(share * mediumL, medium), allowedDepletion, rooted };
}

const of = (litres: number, { availableFraction }: Medium) => stored(litres, availableFraction);

/** Litres and the share of them that is easy water, within what the operation takes. */
function stored(litres: number, share: number) {
	const mediumL = Math.max(LEAST_L, litres);
	return { mediumL, availableFraction: Math.max(LEAST_SHARE, (litres * share) / mediumL) };
}
