import { fillBucket, pumpJoint } from '../../layout';
import { pick, type Bucket } from '../../shelf';
import { names, seenTo, set, some, type Concern, type Finding } from '../finding';

/** Hand room over a tank for the pump, the strainer and a can, m. */
const HAND_M = 0.2;

export const joints: Concern = (chain) =>
	[...pumpJoint(chain.design, chain.shelf), ...chain.layout.joints]
		.filter((joint) => !joint.fits)
		.map((joint): Finding => {
			const { lines, stands } = chain.design;
			const i = stands.findIndex((s) => joint.id === `${s.id}.elbow-return`);
			const elbow = chain.shelf.elbows
				.filter((e) => i >= 0 && e.holeMm <= (2 / 3) * joint.bMm)
				.at(-1);
			const tubeId = `feed-${joint.aMm}`;
			const swap = joint.id === 'pump-main' && chain.shelf.tubes.find((t) => t.id === tubeId);
			return {
				code: 'parts-do-not-join',
				step: 'lines',
				severity: 'look',
				subject: joint.id,
				message:
					`${joint.name[0]!.toUpperCase()}${joint.name.slice(1)}: ${joint.aMm} mm does not join ${joint.bMm} mm. ` +
					`It needs ${joint.count === 1 ? 'a' : `${joint.count} ×`} ${joint.adapter}.`,
				fixes: some(
					{
						label: `Add ${joint.count === 1 ? 'the adapter' : `${joint.count} adapters`}`,
						effect: joint.adapter ?? '',
						change: [set('lines.adapters', [...lines.adapters, joint.id])]
					},
					swap && {
						label: `Use ${swap.name}`,
						effect: 'fits the pump as it is',
						change: [set('lines.mainTubeId', swap.id)]
					},
					elbow && {
						label: `Use the ${elbow.name}`,
						effect: `its ${elbow.holeMm} mm hole leaves wall enough`,
						change: [set(`stands.${i}.elbowId`, elbow.id)]
					}
				)
			};
		});

export const reach: Concern = (chain) => {
	const { layout, design, place } = chain;
	const list: Finding[] = [];
	const clear = layout.tank.clearanceM;
	if (clear !== null && clear < HAND_M) {
		const byMm = Math.ceil(((HAND_M - clear) * 1000) / 10) * 10;
		const low = design.stands[0]!.lowEndHeightMm;
		list.push({
			code: 'pump-out-of-reach',
			step: 'tank',
			severity: 'look',
			subject: 'tank',
			message: `Only ${chain.say(clear * 1000, 'size')} are free over the tank's rim: no hand gets in to lift the pump, clear its strainer or fill up.`,
			fixes: some(
				{
					label: 'Tank beside the bench',
					effect: 'open above',
					change: [set('tank.spot', 'beside')]
				},
				low + byMm <= 2500 && {
					label: `Raise bench by ${chain.say(byMm, 'size')}`,
					effect: `${chain.say(HAND_M * 1000, 'size')} free`,
					change: [set('stands.0.lowEndHeightMm', low + byMm)]
				}
			)
		});
	}
	layout.stands.forEach((stand, i) => {
		const far = stand.depthM - 0.15;
		if (far <= place.reachM) return;
		const { rows, rowGapMm } = design.stands[i]!;
		list.push({
			code: 'row-out-of-reach',
			step: 'sites',
			severity: 'look',
			subject: `${stand.id}.top`,
			message: `The back row stands ${chain.say(far, 'span')} from the front edge; you reach ${chain.say(place.reachM, 'span')}. You would have to lean over the plants.`,
			fixes: some(
				rows > 1 &&
					rowGapMm > 400 && {
						label: `Rows ${chain.say(400, 'size')} apart`,
						effect: `${chain.say(far - ((rows - 1) * (rowGapMm - 400)) / 1000, 'span')} to the back row`,
						change: [set(`stands.${i}.rowGapMm`, 400)]
					},
				rows > 1 && {
					label: 'One row fewer',
					effect: `${design.stands[i]!.perRow} buckets fewer`,
					change: [set(`stands.${i}.rows`, rows - 1)]
				}
			)
		});
	});
	return list;
};

const FALL_TO_EMPTY = 0.5;

export const hotWater: Concern = (chain) =>
	chain.design.stands.flatMap((stand, i) => {
		if (stand.feedFallPercent >= FALL_TO_EMPTY || !chain.area.sunOnPipes) return [];
		const litres = chain.layout.runs
			.filter((run) => run.standId === stand.id && run.role === 'row')
			.reduce(
				(l, run) => l + (Math.PI / 4) * (run.innerDiameterMm / 1000) ** 2 * run.lengthM * 1000,
				0
			);
		return [
			{
				code: 'hot-water-standing',
				step: 'lines' as const,
				severity: 'look' as const,
				subject: `${stand.id}.A`,
				message: `The feed rows fall only ${stand.feedFallPercent} %, so ${chain.say(litres, 'volume')} stand in them in the sun between feeds. The first gulp reaches the roots hot.`,
				fixes: [
					{
						label: 'Let the feed rows fall 1.5 %',
						effect: 'they empty into the tank after each feed',
						change: [set(`stands.${i}.feedFallPercent`, 1.5)]
					}
				]
			}
		];
	});

export const spacing: Concern = (chain) =>
	chain.design.stands.flatMap((stand, i) => {
		const sites = chain.layout.sites.filter((s) => s.standId === stand.id && s.cropId);
		const pairs = sites.flatMap((a) => {
			const b = sites.find((s) => s.row === a.row && s.column === a.column + 1);
			return b ? [{ a, b, wants: (a.matureSpreadMm + b.matureSpreadMm) / 2 }] : [];
		});
		const tight = pairs.filter((p) => p.wants > stand.pitchMm + 1);
		if (tight.length === 0) return [];
		const worst = tight.reduce((x, y) => (y.wants > x.wants ? y : x));
		const crop = pick(chain.shelf.crops, worst.a.cropId ?? '');
		const wide = Math.ceil(worst.wants / 10) * 10;
		const needs = 2 * stand.endClearMm + (stand.perRow - 1) * wide;
		const room = Math.floor((stand.lengthMm - 2 * stand.endClearMm) / wide) + 1;
		const fitsArea = needs <= chain.area.lengthM * 1000 - 200;
		const overlap = Math.round(100 * (1 - stand.pitchMm / worst.wants));
		return [
			{
				code: 'too-close',
				step: 'sites' as const,
				severity: 'caution' as const,
				subject: worst.a.containerId,
				message:
					`Buckets ${chain.say(stand.pitchMm, 'size')} apart are closer than ${crop.plural} spread (${chain.say(worst.wants, 'size')} at ${worst.a.label}): ` +
					`grown leaves overlap by ${overlap} %. Train them up strings and thin the leaves, or give them room.`,
				fixes: some(
					fitsArea
						? {
								label: `Space at ${chain.say(wide, 'size')}`,
								effect: `bench ${chain.say(needs / 1000, 'span')} long`,
								change: [
									set(`stands.${i}.pitchMm`, wide),
									set(`stands.${i}.lengthMm`, Math.max(stand.lengthMm, needs))
								]
							}
						: room >= 1 && {
								label: `Space at ${chain.say(wide, 'size')}`,
								effect: `${room} buckets a row instead of ${stand.perRow}`,
								change: [
									set(`stands.${i}.pitchMm`, wide),
									set(`stands.${i}.perRow`, Math.min(stand.perRow, room))
								]
							},
					seenTo(chain.design, 'too-close', 'I train and thin them')
				)
			}
		];
	});

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

export const place: Concern = (chain) =>
	chain.layout.problems.flatMap((problem): Finding[] => {
		const i = chain.design.stands.findIndex((s) => s.id === problem.standId);
		const stand = chain.design.stands[i];
		if (problem.code === 'row-does-not-fit' && stand) {
			const room = stand.lengthMm - 2 * stand.endClearMm;
			const fits = Math.floor(room / stand.pitchMm) + 1;
			const closer = stand.perRow > 1 ? Math.floor(room / (stand.perRow - 1) / 10) * 10 : 0;
			return [
				{
					code: problem.code,
					step: 'sites',
					severity: 'stop',
					subject: `${stand.id}.top`,
					message: `${stand.perRow} buckets at ${chain.say(stand.pitchMm, 'size')} need a bench of ${chain.say(problem.numbers.neededMm! / 1000, 'span')}; this one is ${chain.say(stand.lengthMm / 1000, 'span')}. It is drawn as long as they need.`,
					fixes: some(
						{
							label: `Bench of ${chain.say(problem.numbers.neededMm! / 1000, 'span')}`,
							effect: `${stand.perRow} fit`,
							change: [set(`stands.${i}.lengthMm`, Math.min(20_000, problem.numbers.neededMm!))]
						},
						fits >= 1 &&
							room >= 0 && {
								label: `${fits} a row`,
								effect: 'fits as it is',
								change: [set(`stands.${i}.perRow`, fits)]
							},
						closer >= 250 && {
							label: `Space at ${chain.say(closer, 'size')}`,
							effect: `${stand.perRow} fit`,
							change: [set(`stands.${i}.pitchMm`, closer)]
						}
					)
				}
			];
		}
		if (problem.code === 'outside-area') {
			const { length, width, height } = problem.numbers as Record<
				'length' | 'width' | 'height',
				number
			>;
			const { area } = chain;
			const over = names(
				[
					length > area.lengthM &&
						`${chain.say(length, 'span')} long for ${chain.say(area.lengthM, 'span')}`,
					width > area.widthM &&
						`${chain.say(width, 'span')} deep for ${chain.say(area.widthM, 'span')}`,
					height > area.heightM &&
						`${chain.say(height, 'span')} high for ${chain.say(area.heightM, 'span')}`
				].filter((x): x is string => Boolean(x))
			);
			const first = chain.design.stands[0]!;
			const excess = Math.ceil((Math.max(0, length - area.lengthM) * 1000) / first.pitchMm);
			const fewer = first.perRow - excess;
			return [
				{
					code: problem.code,
					step: 'place',
					severity: 'stop',
					subject: 'place',
					message: `This system does not fit ${area.name}: ${over}.`,
					fixes: some(
						excess > 0 &&
							fewer >= 1 && {
								label: `${fewer} a row`,
								effect: `${chain.say(length - (excess * first.pitchMm) / 1000, 'span')} long`,
								change: [
									set('stands.0.perRow', fewer),
									set('stands.0.lengthMm', Math.max(200, first.lengthMm - excess * first.pitchMm))
								]
							},
						length > area.lengthM &&
							chain.design.tank.spot === 'beside' && {
								label: 'Tank under the bench',
								effect: `${chain.say(chain.layout.tank.lengthM - 0.1, 'span')} shorter`,
								change: [set('tank.spot', 'under')]
							}
					)
				}
			];
		}
		return [
			{
				code: problem.code,
				step: 'lines',
				severity: 'look',
				subject: 'design',
				message: `${problem.text[0]?.toUpperCase()}${problem.text.slice(1)}.`,
				fixes: []
			}
		];
	});
