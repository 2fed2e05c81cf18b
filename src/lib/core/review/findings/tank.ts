import { plural } from '../../quantity';
import { spotOf, TOP_UPS, usualReserve } from '../../design';
import { daysKept, daysLeft } from '../../model';
import { STARTING } from '../../parameters';
import { litresAt, shapeHeightMm } from '../../shelf';
import type { SystemModel } from '../../model';
import { dayWords, lastDayWords } from '../dates';
import { containerWords } from '../words';
import { set, availableFixes, type Rule, type Fix, type Said } from '../finding';
import { say } from '../sentence';

/** The next larger tanks on the shelf, filled as full as this one, and what each changes. */
function* largerTanks(
	model: SystemModel,
	effect: (trial: SystemModel) => string | null
): Iterable<Fix> {
	if (spotOf(model.design) === 'inside') return;
	const now = model.tank.fullL;
	const bigger = model.shelf.tanks
		.filter((part) => !part.special)
		.map((part) => ({ part, fullL: litresAt(part.shape, shapeHeightMm(part.shape)) }))
		.filter(({ fullL }) => fullL > now * 1.05)
		.sort((a, b) => a.fullL - b.fullL);
	for (const { part, fullL } of bigger) {
		const change = [
			set('design.tank.partId', part.id),
			set('design.tank.shape', null),
			set('operation.fillL', Math.max(1, Math.floor((model.operation.fillL / now) * fullL)))
		];
		const text = effect(model.with(change));
		if (text) yield { label: `Take the ${part.name}`, effect: text, change };
	}
}

/** More comes back when the pump stops than the tank holds. */
export const drainBackSpill: Rule = (model) => {
	const { result, input } = model.drainBack;
	if (!result.spills) return [];
	const spare = (trial: SystemModel) => trial.drainBack.result.marginL;
	const float = model.operation.topUp.kind === 'float';
	const safe = Math.floor(result.safeRunningL * 10) / 10;
	const lower = [set('operation.fillL', Math.max(0.1, safe))];
	const valve = [set('design.lines.checkValve', true)];
	return [
		{
			code: 'drain-back-spills',
			step: 'tank',
			severity: 'stop',
			subject: 'tank',
			message:
				`When the pump stops, ${say(result.returnsL, 'volume')} come back from lines and ${containerWords(model)[1]}. With ${say(input.runningL, 'volume')} in it while running, ` +
				`the tank spills ${say(-result.marginL, 'volume')} over its brim of ${say(input.tankFullL, 'volume')}.`,
			off: Math.max(0.01, -result.marginL / input.tankFullL),
			fixes: () =>
				availableFixes(
					safe > 0.1 && {
						label: float
							? `Set the float to ${say(safe, 'volume')}`
							: `Fill to ${say(safe, 'volume')} at most`,
						effect: `${say(spare(model.with(lower)), 'volume')} to spare`,
						change: lower
					},
					...largerTanks(model, (trial) =>
						spare(trial) >= 0 ? `${say(spare(trial), 'volume')} to spare` : null
					),
					!model.design.lines.checkValve && {
						label: 'Add a check valve',
						effect: `what stands in the main stays there, ${say(Math.max(0, spare(model.with(valve))), 'volume')} to spare`,
						change: valve
					}
				)
		}
	];
};

/** A tank that is down to the pump before it is filled up again. */
export const belowPump: Rule = (model) => {
	const { topUp, fillL } = model.operation;
	if (topUp.kind === 'float') return reserveEmpty(model);
	const { leavesLPerDay } = model.account;
	const leastL = leastAtRestL(model);
	const lasts = daysKept(model) ?? Infinity;
	if (lasts >= topUp.everyDays - 1e-9) return lowToday(model, leastL);
	const fit = Math.floor(lasts + 1e-9);
	const often = [set('operation.topUp', { ...topUp, everyDays: Math.max(1, fit) })];
	const pumped = model.design.source.kind === 'pump';
	return [
		{
			code: 'tank-below-pump',
			step: 'tank',
			severity: 'stop',
			subject: 'tank',
			message:
				`${say(leavesLPerDay, 'volume')} a day leave the tank. Filled to ${say(fillL, 'volume')} it is down to the ${say(leastL, 'volume')} its ${pumped ? 'pump' : 'tap'} needs after ${say(Math.max(0, lasts), 'days')}, ` +
				`before the refill every ${topUp.everyDays} days: ${pumped ? 'the pump runs dry and burns out' : 'nothing runs any more and the plants wilt'}.`,
			off: topUp.everyDays / Math.max(0.05, lasts) - 1,
			fixes: () => {
				const enough = lasting(model, topUp.everyDays);
				return availableFixes(
					fit >= 1 && {
						label: `Refill every ${plural(fit, ['day', `${fit} days`])}`,
						effect: pumped ? 'the pump stays under water' : 'the tap never runs dry',
						change: often
					},
					fuller(model, topUp.everyDays),
					...enough,
					byFloat(model),
					...byFloatInLarger(model),
					// where no tank lasts so long, one that is larger is at least nearer
					...(enough.length > 0 ? [] : lasting(model, 0))
				);
			}
		}
	];
};

/** Filled as a new one is, with room for what drains back, where that lasts so many days, or refilled in time. */
function fuller(model: SystemModel, leastDays: number): Fix | null {
	const fillL = Math.floor(model.tank.fullL * STARTING.fillShare.value);
	if (fillL <= model.operation.fillL) return null;
	const change = [set('operation.fillL', fillL)];
	const days = daysKept(model.with(change)) ?? Infinity;
	const label = `Fill it to ${say(fillL, 'volume')}`;
	const effect = `lasts ${say(days, 'days')}`;
	if (days >= leastDays) return { label, effect, change };
	const every = Math.floor(days + 1e-9);
	const { topUp } = model.operation;
	if (every < 1 || topUp.kind !== 'hand') return null;
	return {
		label: `${label}, and again every ${plural(every, ['day', `${every} days`])}`,
		effect,
		change: [...change, set('operation.topUp', { ...topUp, everyDays: every })]
	};
}

/** Larger tanks that last at least so many days. */
const lasting = (model: SystemModel, leastDays: number): Fix[] => [
	...largerTanks(model, (trial) => {
		const days = daysKept(trial) ?? Infinity;
		return days >= leastDays ? `lasts ${say(days, 'days')}` : null;
	})
];

/** Litres at rest under which the pump draws air once the lines have filled. */
const leastAtRestL = ({ tank, drainBack }: SystemModel): number =>
	Math.min(tank.fullL, tank.pumpMinimumL + drainBack.result.returnsL);

/** As it is kept it would do, but now it stands low. */
function lowToday(model: SystemModel, leastL: number): Said[] {
	if (model.record.nowL === null) return [];
	const { firstDayBelowPump: day } = model.run.result;
	if (day === null) return [];
	return [
		{
			code: 'tank-low-now',
			step: 'tank',
			severity: 'caution',
			subject: 'tank',
			message: `With ${say(model.nowL, 'volume')} in it the tank is down to the ${say(leastL, 'volume')} it needs on ${lastDayWords(model, day)}. Fill it up to ${say(model.operation.fillL, 'volume')} before then.`,
			fixes: () => []
		}
	];
}

/** A float holds the level from a reserve that stands beside it. */
function byFloat(model: SystemModel): Fix | null {
	const { topUp } = model.operation;
	const reserveL = model.parameters.supply.reserveL.value;
	const change = [
		set('operation.topUp', { kind: 'float', with: topUp.with }),
		set('design.reserve', usualReserve(reserveL))
	];
	const days = daysLeft(model.with(change));
	if (days === null || days < 2) return null;
	return {
		label: `Float top-up from ${say(reserveL, 'volume')}`,
		effect: `lasts ${say(days, 'days')}`,
		change
	};
}

/** A float, and a tank that holds what a day takes between two trickles of it. */
function* byFloatInLarger(model: SystemModel): Iterable<Fix> {
	const float = byFloat(model);
	if (!float) return;
	for (const tank of largerTanks(model, () => 'more room'))
		yield {
			label: `${tank.label}, with a float`,
			effect: float.effect,
			change: [...tank.change, ...float.change]
		};
}

const MOST_VESSELS = 12;

/** As many vessels joined as last over the weeks ahead; where that is more than stand together, twice as many. */
function moreVessels(model: SystemModel, count: number): Fix | null {
	const joined = (to: number) => [set('design.reserve.count', to)];
	const counts = Array.from({ length: MOST_VESSELS - count }, (_, i) => count + 1 + i);
	const enough = counts.find((to) => model.with(joined(to)).run.result.reserveEmptyDay === null);
	const to = enough ?? Math.min(MOST_VESSELS, 2 * count);
	if (to <= count) return null;
	const days = daysLeft(model.with(joined(to)));
	return {
		label: to === 2 ? 'Join a second vessel to it' : `Join ${to} vessels`,
		effect: days === null ? 'never empty' : `lasts ${say(days, 'days')}`,
		change: joined(to)
	};
}

/** A reserve that is empty before the weeks ahead are over, and a float that cannot keep up. */
function reserveEmpty(model: SystemModel): Said[] {
	const { reserve } = model.design;
	const holds = model.reserve;
	const { reserveEmptyDay: empty, firstDayBelowPump: day } = model.run.result;
	if (!reserve || !holds || empty === null || day === null) return [];
	return [
		{
			code: 'reserve-runs-out',
			step: 'tank' as const,
			severity: 'caution' as const,
			subject: 'tank',
			message:
				`The reserve of ${say(holds.usableL, 'volume')} is empty on ${dayWords(model, empty)} and on ${dayWords(model, day)} the tank is down to the pump's minimum. ` +
				`Refill the reserve before then, or somebody must look in.`,
			off: 21 / day,
			fixes: () => availableFixes(moreVessels(model, reserve.count))
		}
	];
}

const TOP_UP_LABEL = {
	solution: 'Top up with solution',
	weak: 'Top up with weak solution',
	water: 'Top up with plain water'
};

/** Filled up more often, it strays less. */
function* sooner(
	model: SystemModel,
	topUp: Extract<SystemModel['operation']['topUp'], { kind: 'hand' }>
): Iterable<Fix> {
	for (let days = topUp.everyDays - 1; days >= 1; days = Math.floor(days / 2)) {
		const change = [set('operation.topUp', { ...topUp, everyDays: days })];
		yield {
			label: `Fill up every ${plural(days, ['day', `${days} days`])}`,
			effect: drifts(model.with(change)),
			change
		};
	}
}

/** How far the strength strays before the pump would run dry, %. */
function driftOf(model: SystemModel): { percent: number; day: number; ecMsCm: number } {
	const { result, input } = model.run;
	// what happens once a reserve is empty is another finding
	const until = Math.min(result.firstDayBelowPump ?? Infinity, result.reserveEmptyDay ?? Infinity);
	let worst = { percent: 0, day: 0, ecMsCm: input.ecStartMsCm };
	const changed = new Set(result.changes.map(({ day }) => day));
	for (const { day, ecMsCm, volumeL } of result.days) {
		if (day >= until || volumeL <= 0) break;
		if (changed.has(day)) continue;
		const percent = (100 * Math.abs(ecMsCm - input.ecStartMsCm)) / input.ecStartMsCm;
		if (percent > worst.percent) worst = { percent, day, ecMsCm };
	}
	return worst;
}

const drifts = (model: SystemModel): string => `drifts ${Math.round(driftOf(model).percent)} %`;

/** Which way the salt goes, day after day. */
function why({ account, operation }: SystemModel, worstMsCm: number, startMsCm: number): string {
	if (account.oneWay) return ': what tops it up is not what it was filled with';
	const more = worstMsCm > startMsCm;
	if (operation.topUp.kind === 'hand' && more && operation.topUp.with === 'water')
		return ': from refill to refill the plants leave salt behind';
	return `: every top-up brings ${more ? 'more' : 'less'} salt than the plants take up`;
}

/** A strength that strays further from refill to refill, or over the weeks, than is allowed. */
export const drift: Rule = (model) => {
	const { maxDriftPercent } = model.operation;
	const worst = driftOf(model);
	if (worst.percent <= maxDriftPercent * (1 + 1e-9)) return [];
	return [
		{
			code: 'drift-over-limit',
			step: 'tank',
			severity: 'look',
			subject: 'tank',
			message:
				`By ${dayWords(model, worst.day)} the strength has gone from ${say(model.mix.strengthMsCm, 'strength')} to ${say(worst.ecMsCm, 'strength')}, ` +
				`${Math.round(worst.percent)} % where you allow ${maxDriftPercent} %${why(model, worst.ecMsCm, model.run.input.ecStartMsCm)}.`,
			off: worst.percent / maxDriftPercent - 1,
			fixes: () => availableFixes(...steadier(model))
		}
	];
};

/** No meter at home reads closer, mS/cm. */
const READ_MSCM = 0.1;

/** The first day on which the strength is past what these plants bear by then, while there is water. */
function pastBand({ run, strength }: SystemModel): { day: number; ecMsCm: number } | null {
	const { result, days } = run;
	const until = Math.min(result.firstDayBelowPump ?? Infinity, result.reserveEmptyDay ?? Infinity);
	for (const { day, ecMsCm, volumeL } of result.days) {
		if (day >= until || volumeL <= 0) return null;
		const band = days[day - 1]?.band ?? strength.range;
		if (ecMsCm > band.high + READ_MSCM || ecMsCm < band.low - READ_MSCM) return { day, ecMsCm };
	}
	return null;
}

/** A strength that is right today and leaves what the crops bear on a day to come. */
export const leavesBand: Rule = (model) => {
	const { range } = model.strength;
	const start = model.run.input.ecStartMsCm;
	const right = range.agree && start <= range.high + READ_MSCM && start >= range.low - READ_MSCM;
	// one that strays further than is allowed is said as that
	if (!right || driftOf(model).percent > model.operation.maxDriftPercent) return [];
	const past = pastBand(model);
	if (!past) return [];
	const band = model.run.days[past.day - 1]?.band ?? range;
	const over = past.ecMsCm > band.high;
	return [
		{
			code: 'strength-leaves-band',
			step: 'tank',
			severity: 'caution',
			subject: 'tank',
			message: `By ${dayWords(model, past.day)} the tank has come to ${say(past.ecMsCm, 'strength')}: these plants bear ${say(band.low, 'strength')} to ${say(band.high, 'strength')} then, and it is ${over ? 'too strong' : 'too weak'} from that day on.`,
			off: 21 / past.day,
			acknowledge: 'I measure it and correct it',
			fixes: () => availableFixes(...steadier(model))
		}
	];
};

/** Another top-up, a change of solution in time, a refill sooner, a larger tank. */
function* steadier(model: SystemModel): Iterable<Fix> {
	const { topUp, maxDriftPercent } = model.operation;
	const now = driftOf(model).percent;
	const mains = topUp.kind === 'float' && model.design.reserve === null;
	const swaps = mains
		? []
		: TOP_UPS.filter((kind) => kind !== topUp.with)
				.map((kind) => {
					const change = [set('operation.topUp', { ...topUp, with: kind })];
					return { kind, change, percent: driftOf(model.with(change)).percent };
				})
				.sort((a, b) => a.percent - b.percent);
	for (const { kind, change, percent } of swaps)
		if (percent < now * 0.8)
			yield { label: TOP_UP_LABEL[kind], effect: `drifts ${Math.round(percent)} %`, change };
	const byDrift = [
		set('operation.change', { ...model.operation.change, driftPercent: maxDriftPercent })
	];
	const { changes, totals } = model.with(byDrift).run.result;
	if (changes.length > 0)
		yield {
			label: `Change the solution at ${maxDriftPercent} % of drift`,
			effect: `first on day ${changes[0]!.day}, ${say(totals.changedL, 'volume')} thrown away in three weeks`,
			change: byDrift
		};
	if (topUp.kind === 'hand') yield* sooner(model, topUp);
	yield* largerTanks(model, drifts);
}
