import { comesBack } from '../design';
import type { Container, Structure } from '../layout';
import { heightAt } from '../shelf';
import { structure } from './layout';
import { stage } from './stage';
import { held } from './stored-water';
import type { TankState } from './tank';

/** Solution of the loop that is not in the tank, L. */
export interface LoopWater {
	/** In pools and media that every feed moves: always there. */
	heldL: number;
	/** In vessels that share the tank's level, with the tank filled. */
	levelL: number;
	filledL: number;
}

/** What shares its salt with the tank: pools and media of stands that drain back, vessels on its level. */
export const loopWater = stage(
	'water of the loop',
	{ design: ['stands'], operation: ['fillL'] },
	{ layout: structure, held },
	({ design, operation, layout, held }): LoopWater => {
		const back = new Set(design.stands.filter(comesBack).map(({ id }) => id));
		const level = onLevel(layout);
		let [heldL, levelL] = [0, 0];
		for (const container of layout.containers) {
			if (!back.has(container.standId)) continue;
			const { availableL, poolL } = held.get(container.id)!.result;
			heldL += availableL;
			if (level.has(container.id)) levelL += poolL;
			else heldL += poolL;
		}
		return { heldL, levelL, filledL: operation.fillL };
	}
);

/** Litres in the vessels on the tank's level when there are so many in the tank: they stand as deep. */
export function sharedL(
	{ levelL, filledL }: LoopWater,
	{ input }: TankState,
	litres: number
): number {
	if (levelL === 0) return 0;
	const deep = (volume: number) => heightAt(input.shape, volume);
	return (levelL * deep(litres)) / Math.max(1, deep(filledL));
}

const onLevel = ({ returns }: Structure): Set<Container['id']> =>
	new Set(returns.flatMap(({ level }) => level?.order ?? []));
