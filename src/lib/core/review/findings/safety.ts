import { fieldsOf, kindOf } from '../../design';
import { fillBucket } from '../../layout';
import { pick, type Bucket } from '../../shelf';
import type { Chain } from '../chain';
import { seenTo, some, type Concern, type Said, type Fix, setOf } from '../finding';
import type { StandLoad } from '../stages/loads';
import { subjectOn } from '../words';

/** What stands bear, and who decides whether the floor does. */
export const weight: Concern = (chain) =>
	chain.loads.flatMap((load): Said[] => {
		if (load.perM2 === null || onGround(chain, load)) return [];
		const { stand, massKg, perM2 } = load;
		const limit = chain.area.floorKgM2;
		// a small foot is spread by the floor under it: what counts is more than one square metre may bear
		const over = limit !== null && perM2 > limit && massKg > limit;
		const what = kindOf(chain.design.stands.find((s) => s.id === stand.id)!).words.stand;
		const legs =
			stand.stance.kind === 'legs'
				? `${chain.say(massKg / stand.stance.legs, 'mass')} on each of ${stand.stance.legs} legs, `
				: '';
		return [
			{
				code: over ? 'floor-overloaded' : 'bench-weight',
				step: 'sites',
				severity: over ? 'stop' : 'caution',
				subject: subjectOn(chain, stand, 'top'),
				message:
					`Wet and grown, the ${what} ${what.endsWith('s') ? 'weigh' : 'bears'} ${chain.say(massKg, 'mass')}: ${legs}${chain.say(perM2, 'floorLoad')} of floor` +
					`${over ? `, over the ${chain.say(limit, 'floorLoad')} it may bear` : ''}. ` +
					`On a deck, balcony or upper floor the building's owner and its rated load decide.`,
				fixes: some(
					lighter(chain, load),
					!over && seenTo(chain.record, 'bench-weight', `Floor and ${what} bear it`)
				)
			}
		];
	});

/** The open ground bears what stands on it; a deck, a floor or a bench is another matter. */
const onGround = ({ area }: Chain, { stand }: StandLoad): boolean =>
	area.kind === 'yard' && area.floorKgM2 === null && stand.stance.kind !== 'legs';

/** The smallest bucket in place of these. */
function lighter(chain: Chain, { stand, massKg }: StandLoad): Fix | null {
	const i = chain.design.stands.findIndex((s) => s.id === stand.id);
	const design = chain.design.stands[i]!;
	if (!('bucketId' in design) || !('poolMm' in design)) return null;
	const smaller = chain.shelf.buckets[0]!;
	const medium = pick(chain.shelf.media, fieldsOf(design).mediumId ?? '');
	const wet = (bucket: Bucket) => fillBucket(design, bucket, medium).massKg;
	const count = chain.layout.containers.filter((c) => c.standId === stand.id).length;
	const now = pick(chain.shelf.buckets, design.bucketId);
	const saved = count * (wet(now) - wet(smaller));
	if (saved < massKg * 0.05) return null;
	return {
		label: `Take ${smaller.name}s`,
		effect: `${chain.say(saved, 'mass')} lighter`,
		change: [setOf(stand, 'bucketId', smaller.id)]
	};
}

export const electricity: Concern = (chain) => {
	const { source } = chain.design;
	if (source.kind !== 'pump') return [];
	const watts = pick(chain.shelf.pumps, source.partId).watts;
	const flood = chain.layout.tank.brimM;
	const lifted = chain.design.stands.some((stand) => fieldsOf(stand).returnLift);
	return [
		{
			code: 'electricity-near-water',
			step: 'pump',
			severity: 'caution',
			subject: 'pump',
			message:
				`${lifted ? 'Two pumps' : `A ${watts} W pump`} in water: use a socket with residual-current (ground-fault) protection, in a dry box over ${chain.say(flood + 0.3, 'span')} — above where this tank can flood — ` +
				`with a drip loop in the lead and no extension lead in a tray. New circuits are for a licensed electrician, by local code.`,
			fixes: [seenTo(chain.record, 'electricity-near-water', 'It is wired so')]
		}
	];
};
