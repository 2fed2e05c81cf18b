import { countAlong, fieldsOf, kindOf, spotOf, standOf } from '../../design';
import { fillBucket } from '../../layout';
import { pick, type Bucket } from '../../shelf';
import type { SystemModel } from '../../model';
import { availableFixes, set, type Rule, type Said, type Fix, setOf } from '../finding';
import { say } from '../sentence';
import type { StandLoad } from '../../model';
import { subjectOn } from '../words';

/** What stands bear, and who decides whether the floor does. */
export const weight: Rule = (model) => [...tankWeight(model), ...standWeights(model)];

/** A tank that carries nothing stands on a floor of its own, full to the brim one day. */
function tankWeight(model: SystemModel): Said[] {
	const limit = model.area.floorKgM2;
	const spot = spotOf(model.design);
	if (limit === null || spot === 'lid' || spot === 'inside') return [];
	const { tank } = model.layout;
	const massKg = pick(model.shelf.tanks, model.design.tank.partId).emptyKg + model.operation.fillL;
	const areaM2 = Math.max(
		0.01,
		tank.bottomLengthM * tank.widthM * (tank.bottomLengthM / tank.lengthM)
	);
	const perM2 = massKg / areaM2;
	if (perM2 <= limit || massKg <= limit) return [];
	const fillL = Math.floor(model.operation.fillL - (massKg - limit));
	return [
		{
			code: 'floor-overloaded',
			step: 'tank',
			severity: 'stop',
			subject: 'tank',
			message: `Filled, the tank weighs ${say(massKg, 'mass')} on ${say(areaM2, 'area')}: ${say(perM2, 'floorLoad')}, over the ${say(limit, 'floorLoad')} the floor may bear. The building's owner and its rated load decide.`,
			off: massKg / limit - 1,
			fixes: () =>
				availableFixes(
					fillL >= 5 && {
						label: `Fill it to ${say(fillL, 'volume')}`,
						effect: `${say(limit, 'mass')} on the floor`,
						change: [set('operation.fillL', fillL)]
					}
				)
		}
	];
}

const standWeights: Rule = (model) =>
	model.loads.flatMap((load): Said[] => {
		if (load.perM2 === null || onGround(model, load)) return [];
		const { stand, massKg, perM2 } = load;
		const limit = model.area.floorKgM2;
		// a small foot is spread by the floor under it: what counts is more than one square metre may bear
		const over = limit !== null && perM2 > limit && massKg > limit;
		const what = kindOf(standOf(model.design, stand.id)!).words.stand;
		const legs =
			stand.stance.kind === 'legs'
				? `${say(massKg / stand.stance.legs, 'mass')} on each of ${stand.stance.legs} legs, `
				: '';
		return [
			{
				code: over ? 'floor-overloaded' : 'bench-weight',
				step: 'sites',
				severity: over ? 'stop' : 'caution',
				subject: subjectOn(model, stand, 'top'),
				message:
					`Wet and grown, the ${what} ${what.endsWith('s') ? 'weigh' : 'bears'} ${say(massKg, 'mass')}: ${legs}${say(perM2, 'floorLoad')} of floor` +
					`${over ? `, over the ${say(limit, 'floorLoad')} it may bear` : ''}. ` +
					`On a deck, balcony or upper floor the building's owner and its rated load decide.`,
				...(!over && { acknowledge: `Floor and ${what} bear it` }),
				...(over && { off: massKg / limit - 1 }),
				fixes: () =>
					availableFixes(lighter(model, load), ...(over ? fewerOn(model, load, limit) : []))
			}
		];
	});

/** Less water under it, or fewer on it. */
function* fewerOn(model: SystemModel, { stand, massKg }: StandLoad, limit: number): Iterable<Fix> {
	const overKg = massKg - limit;
	const spot = spotOf(model.design);
	const fillL = Math.floor(model.operation.fillL - overKg);
	if ((spot === 'lid' || spot === 'inside') && fillL >= 5)
		yield {
			label: `Fill the tank to ${say(fillL, 'volume')}`,
			effect: `${say(overKg, 'mass')} less`,
			change: [set('operation.fillL', fillL)]
		};
	const design = standOf(model.design, stand.id)!;
	const { along, words } = kindOf(design);
	const now = countAlong(design);
	const fit = Math.floor((now * limit) / massKg);
	if (fit >= 1 && fit < now)
		yield {
			label: `${fit} ${words.container[fit === 1 ? 0 : 1]} instead of ${now}`,
			effect: `${say((massKg * (now - fit)) / now, 'mass')} less`,
			change: [setOf(design, along, fit)]
		};
}

/** The open ground bears what stands on it; a deck, a floor or a bench is another matter. */
const onGround = ({ area }: SystemModel, { stand }: StandLoad): boolean =>
	area.kind === 'yard' && area.floorKgM2 === null && stand.stance.kind !== 'legs';

/** The smallest bucket in place of these. */
function lighter(model: SystemModel, { stand, massKg }: StandLoad): Fix | null {
	const i = model.design.stands.findIndex((s) => s.id === stand.id);
	const design = model.design.stands[i]!;
	if (!('bucketId' in design) || !('poolMm' in design)) return null;
	const smaller = model.shelf.buckets[0]!;
	const medium = pick(model.shelf.media, fieldsOf(design).mediumId ?? '');
	const wet = (bucket: Bucket) => fillBucket(design, bucket, medium).massKg;
	const count = model.layout.containers.filter((c) => c.standId === stand.id).length;
	const now = pick(model.shelf.buckets, design.bucketId);
	const saved = count * (wet(now) - wet(smaller));
	if (saved < massKg * 0.05) return null;
	return {
		label: `Take ${smaller.name}s`,
		effect: `${say(saved, 'mass')} lighter`,
		change: [setOf(stand, 'bucketId', smaller.id)]
	};
}

/** A pump in water: what its socket and lead must be like. */
export const electricity: Rule = (model) => {
	const { source } = model.design;
	if (source.kind !== 'pump') return [];
	const watts = pick(model.shelf.pumps, source.partId).watts;
	const flood = model.layout.tank.brimM;
	const lifted = model.design.stands.some((stand) => fieldsOf(stand).returnLift);
	return [
		{
			code: 'electricity-near-water',
			step: 'pump',
			severity: 'caution',
			subject: 'pump',
			message:
				`${lifted ? 'Two pumps' : `A ${watts} W pump`} in water: use a socket with residual-current (ground-fault) protection, in a dry box over ${say(flood + 0.3, 'span')} — above where this tank can flood — ` +
				`with a drip loop in the lead and no extension lead in a tray. New circuits are for a licensed electrician, by local code.`,
			acknowledge: 'It is wired so',
			fixes: () => []
		}
	];
};
