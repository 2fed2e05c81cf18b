import { fillBucket } from '../../layout';
import { pick, type Bucket } from '../../shelf';
import { seenTo, set, some, type Concern } from '../finding';

export const weight: Concern = (chain) =>
	chain.layout.stands.flatMap((stand) => {
		const members = chain.layout.containers.filter((c) => c.standId === stand.id);
		const kg = members.reduce((total, c) => total + c.massKg, 0);
		const perM2 = kg / (stand.lengthM * stand.depthM);
		const limit = chain.area.floorKgM2;
		const over = limit !== null && perM2 > limit;
		const i = chain.design.stands.findIndex((s) => s.id === stand.id);
		const smaller = chain.shelf.buckets[0]!;
		const lighter = [set(`stands.${i}.bucketId`, smaller.id)];
		const medium = pick(chain.shelf.media, chain.design.stands[i]!.mediumId);
		const wet = (bucket: Bucket) => fillBucket(chain.design.stands[i]!, bucket, medium).massKg;
		const now = pick(chain.shelf.buckets, chain.design.stands[i]!.bucketId);
		const after = kg - members.length * (wet(now) - wet(smaller));
		return [
			{
				code: over ? 'floor-overloaded' : 'bench-weight',
				step: 'sites' as const,
				severity: over ? ('stop' as const) : ('caution' as const),
				subject: `${stand.id}.top`,
				message:
					`Wet and grown, the bench bears ${chain.say(kg, 'mass')}: ${chain.say(kg / stand.legs, 'mass')} on each of ${stand.legs} legs, ${chain.say(perM2, 'floorLoad')} of floor` +
					`${over ? `, over the ${chain.say(limit, 'floorLoad')} it may bear` : ''}. ` +
					`On a deck, balcony or upper floor the building's owner and its rated load decide.`,
				fixes: some(
					after < kg * 0.95 && {
						label: `Take ${smaller.name}s`,
						effect: `${chain.say(kg - after, 'mass')} lighter`,
						change: lighter
					},
					!over && seenTo(chain.design, 'bench-weight', 'Floor and bench bear it')
				)
			}
		];
	});

export const electricity: Concern = (chain) => {
	const { source } = chain.design;
	if (source.kind !== 'pump') return [];
	const watts = pick(chain.shelf.pumps, source.partId).watts;
	const flood = chain.layout.tank.brimM;
	const lifted = chain.design.stands.some((stand) => stand.returnLift);
	return [
		{
			code: 'electricity-near-water',
			step: 'pump',
			severity: 'caution',
			subject: 'pump',
			message:
				`${lifted ? 'Two pumps' : `A ${watts} W pump`} in water: use a socket with residual-current (ground-fault) protection, in a dry box over ${chain.say(flood + 0.3, 'span')} — above where this tank can flood — ` +
				`with a drip loop in the lead and no extension lead in a tray. New circuits are for a licensed electrician, by local code.`,
			fixes: [seenTo(chain.design, 'electricity-near-water', 'It is wired so')]
		}
	];
};
