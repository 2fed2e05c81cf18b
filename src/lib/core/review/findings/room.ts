import { pick } from '../../shelf';
import { names, seenTo, set, some, type Concern, type Finding, type Fix } from '../finding';

/** Hand room over a tank for the pump, the strainer and a can, m. */
const HAND_M = 0.2;

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
		const { path, replacement } = problem;
		return [
			{
				code: problem.code,
				step: 'lines',
				severity: 'look',
				subject: 'design',
				message: `${problem.text}.`,
				fixes: some(
					path !== undefined &&
						replacement && {
							label: `Use ${replacement.name}`,
							effect: 'what is drawn is then what you have',
							change: [set(path, replacement.value)]
						}
				)
			}
		];
	});

/** What stands on the floor where the bench or the tank should. */
export const obstacles: Concern = (chain) => {
	const { layout, area, design } = chain;
	const { from, to } = layout.extent;
	return area.obstacles.flatMap((o, k): Finding[] => {
		const across = o.xM < to.xM && o.xM + o.lengthM > from.xM;
		const deep = o.yM < to.yM && o.yM + o.widthM > from.yM;
		if (!across || !deep) return [];
		const first = design.stands[0]!;
		const free = o.xM - from.xM;
		const fit =
			Math.floor(
				((free - 0.05) * 1000 -
					(layout.stands[0]!.lowEndM.xM - from.xM) * 1000 -
					2 * first.endClearMm) /
					first.pitchMm
			) + 1;
		const shorter = [
			set('stands.0.perRow', fit),
			set('stands.0.lengthMm', Math.max(200, 2 * first.endClearMm + (fit - 1) * first.pitchMm))
		];
		const one = [set('stands.0.rows', 1)];
		const clears = (change: Fix['change']) => {
			const box = chain.with(change).layout.extent;
			return !(
				o.xM < box.to.xM &&
				o.xM + o.lengthM > box.from.xM &&
				o.yM < box.to.yM &&
				o.yM + o.widthM > box.from.yM
			);
		};
		return [
			{
				code: 'obstacle-in-the-way',
				step: 'place',
				severity: 'stop',
				subject: `obstacle${k + 1}`,
				message: `${o.name} stands in the way, ${chain.say(o.xM, 'span')} from the left and ${chain.say(o.yM, 'span')} from the front: the bench needs ${chain.say(to.xM - from.xM, 'span')} by ${chain.say(to.yM - from.yM, 'span')} there.`,
				fixes: some(
					fit >= 1 &&
						fit < first.perRow &&
						clears(shorter) && {
							label: `${fit} a row`,
							effect: 'ends before it',
							change: shorter
						},
					first.rows > 1 &&
						clears(one) && { label: 'One row', effect: 'stays in front of it', change: one }
				)
			}
		];
	});
};
