import { STAGES, type Stage } from '../shelf';
import type { Operation } from './operation';
import type { SystemRecord } from './record';

export interface Plant {
	cropId: string;
	stage: Stage;
}
/** What grows where and how far on it is, by site id; a site not listed is empty. */
export type Plants = Readonly<Record<string, Plant>>;

type Crops = Operation['crops'];
type Stages = SystemRecord['stages'];

const known = new WeakMap<Crops, WeakMap<Stages, Plants>>();

/**
 * The plants of a system: its crops by site with the stage last seen there. One nobody looked at yet is as far
 * on as most of its kind, then as most of all, else young. The same crops and stages give the very same answer,
 * so what follows from it can be shared by identity.
 */
export function plantsOf(
	{ crops }: Pick<Operation, 'crops'>,
	{ stages }: Pick<SystemRecord, 'stages'>
): Plants {
	const mine = known.get(crops) ?? new WeakMap<Stages, Plants>();
	known.set(crops, mine);
	const made = mine.get(stages);
	if (made) return made;
	const seen = Object.entries(stages);
	let ofAll: Stage | undefined;
	const ofCrop = new Map<string, Stage>();
	const usual = (cropId: string): Stage => {
		const like = seen.flatMap(([site, stage]) => (crops[site] === cropId ? [stage] : []));
		return like.length > 0 ? commonStage(like) : (ofAll ??= commonStage(Object.values(stages)));
	};
	const plants = Object.fromEntries(
		Object.entries(crops).map(([site, cropId]): [string, Plant] => {
			let stage = stages[site] ?? ofCrop.get(cropId);
			if (stage === undefined) ofCrop.set(cropId, (stage = usual(cropId)));
			return [site, { cropId, stage }];
		})
	);
	mine.set(stages, plants);
	return plants;
}

/** The stage most plants are at, which a new one beside them is taken to be at; young where there are none. */
export function commonStage(stages: readonly Stage[]): Stage {
	const count = (stage: Stage) => stages.filter((one) => one === stage).length;
	const [most] = STAGES.map((stage) => ({ stage, count: count(stage) })).sort(
		(a, b) => b.count - a.count
	);
	return most && most.count > 0 ? most.stage : 'young';
}
