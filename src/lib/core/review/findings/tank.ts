import { plural } from '../../quantity';
import { spotOf, TOP_UPS } from '../../design';
import { litresAt, shapeHeightMm } from '../../shelf';
import type { SystemModel } from '../../model';
import { containerWords } from '../words';
import { set, availableFixes, type Rule, type Fix, type Said } from '../finding';
import { say } from '../sentence';

/** The next larger tank on the shelf, and what it changes; `roomL` is what is free over its fill. */
function largerTank(
	model: SystemModel,
	effect: (trial: SystemModel, roomL: number) => string | null
): Fix | null {
	if (spotOf(model.design) === 'inside') return null;
	const now = model.tank.fullL;
	const bigger = model.shelf.tanks
		.filter((part) => !part.special)
		.map((part) => ({ part, fullL: litresAt(part.shape, shapeHeightMm(part.shape)) }))
		.filter(({ fullL }) => fullL > now * 1.05)
		.sort((a, b) => a.fullL - b.fullL);
	for (const { part, fullL } of bigger) {
		// filled as full as this one was, with the same room for what drains back
		const fillL = Math.max(1, Math.floor((model.operation.fillL / now) * fullL));
		const change = [
			set('design.tank.partId', part.id),
			set('design.tank.shape', null),
			set('operation.fillL', fillL),
			set('record.nowL', fillL)
		];
		const text = effect(model.with(change), fullL - fillL);
		if (text) return { label: `Take the ${part.name}`, effect: text, change };
	}
	return null;
}

/** More comes back when the pump stops than the tank holds. */
export const drainBackSpill: Rule = (model) => {
	const { result, input } = model.drainBack;
	if (!result.spills) return [];
	const safe = Math.floor(result.safeRunningL * 10) / 10;
	const lower = [
		set('operation.fillL', Math.max(0.1, safe)),
		set('record.nowL', Math.min(model.record.nowL, safe))
	];
	const valve = [set('design.lines.checkValve', true)];
	// what is on its way still comes back; what stands in the lines stays there
	const held = input.tankFullL - input.runningL - input.inTransitL;
	return [
		{
			code: 'drain-back-spills',
			step: 'tank',
			severity: 'stop',
			subject: 'tank',
			message:
				`When the pump stops, ${say(result.returnsL, 'volume')} come back from lines and ${containerWords(model)[1]}. Filled to ${say(input.runningL, 'volume')} while running, ` +
				`the tank spills ${say(-result.marginL, 'volume')} over its brim of ${say(input.tankFullL, 'volume')}.`,
			fixes: availableFixes(
				safe > 0.1 && {
					label: `Fill to ${say(safe, 'volume')} at most`,
					effect: 'all of it fits under the brim',
					change: lower
				},
				// a larger tank changes what comes back by the length of its riser alone
				largerTank(model, (_, roomL) =>
					roomL >= result.returnsL ? `${say(roomL - result.returnsL, 'volume')} to spare` : null
				),
				!model.design.lines.checkValve &&
					held >= 0 && {
						label: 'Add a check valve',
						effect: `lines stay full, ${say(held, 'volume')} to spare`,
						change: valve
					}
			)
		}
	];
};

/** A tank that is down to the pump before it is filled up again. */
export const belowPump: Rule = (model) => {
	const { topUp } = model.operation;
	const { firstDayBelowPump: day } = model.run.result;
	if (day === null) return [];
	if (topUp.kind === 'float') return reserveEmpty(model, day);
	const { useLPerDay } = model.waterUse;
	const fit = Math.floor(
		(model.operation.fillL - model.size.input.inTransitL - model.tank.pumpMinimumL) / useLPerDay
	);
	// counted from a full tank: one that is low today is filled up first
	const often = [
		set('operation.topUp', { ...topUp, everyDays: Math.max(1, fit) }),
		set('record.nowL', model.operation.fillL)
	];
	const after = model.with(often).run.result.firstDayBelowPump;
	const pumped = model.design.source.kind === 'pump';
	return [
		{
			code: 'tank-below-pump',
			step: 'tank',
			severity: 'stop',
			subject: 'tank',
			message:
				`The plants drink ${say(useLPerDay, 'volume')} a day. On day ${day} the tank is under the ${pumped ? 'pump’s' : 'tap’s'} ${say(model.tank.pumpMinimumL, 'volume')}, ` +
				`before the refill every ${topUp.everyDays} days: ${pumped ? 'the pump runs dry and burns out' : 'nothing runs any more and the plants wilt'}.`,
			fixes: availableFixes(
				fit >= 1 &&
					fit <= topUp.everyDays &&
					after === null && {
						label: `Fill up now, refill every ${plural(fit, ['day', `${fit} days`])}`,
						effect: pumped ? 'the pump stays under water' : 'the tap never runs dry',
						change: often
					},
				largerTank(model, (trial) =>
					trial.run.result.firstDayBelowPump === null ? 'lasts until the refill' : null
				),
				byFloat(model)
			)
		}
	];
};

/** A float holds the level from a reserve that stands beside it. */
function byFloat(model: SystemModel): Fix | null {
	const { topUp } = model.operation;
	const reserveL = model.parameters.supply.reserveL.value;
	const change = [
		set('operation.topUp', { kind: 'float', with: topUp.with }),
		set('design.reserve', { volumeL: reserveL }),
		set('record.nowL', model.operation.fillL)
	];
	const day = model.with(change).run.result.firstDayBelowPump;
	if (day !== null && day < 4) return null;
	return {
		label: `Float top-up from ${say(reserveL, 'volume')}`,
		effect: day === null ? 'lasts over three weeks' : `lasts to day ${day}`,
		change
	};
}

function reserveEmpty(model: SystemModel, day: number): Said[] {
	const { reserve } = model.design;
	const empty = model.run.result.reserveEmptyDay;
	if (model.operation.topUp.kind !== 'float' || !reserve || empty === null) return [];
	const more = [set('design.reserve.volumeL', reserve.volumeL * 2)];
	const later = model.with(more).run.result;
	return [
		{
			code: 'reserve-runs-out',
			step: 'tank' as const,
			severity: 'caution' as const,
			subject: 'tank',
			message:
				`The reserve of ${say(reserve.volumeL, 'volume')} is empty on day ${empty}; on day ${day} the tank is down to the pump's minimum. ` +
				`Refill the reserve before then, or somebody must look in.`,
			fixes: [
				{
					label: 'Join a second reserve of the same size',
					effect: later.reserveEmptyDay
						? `lasts to day ${later.reserveEmptyDay}`
						: 'lasts over three weeks',
					change: more
				}
			]
		}
	];
}

const TOP_UP_LABEL = {
	solution: 'Top up with solution',
	weak: 'Top up with weak solution',
	water: 'Top up with plain water'
};

/** Filled up more often, it strays less. */
function sooner(
	model: SystemModel,
	topUp: Extract<SystemModel['operation']['topUp'], { kind: 'hand' }>
): Fix | null {
	for (let days = topUp.everyDays - 1; days >= 1; days = Math.floor(days / 2)) {
		const change = [
			set('operation.topUp', { ...topUp, everyDays: days }),
			set('record.nowL', model.operation.fillL)
		];
		const { percent } = driftOf(model.with(change));
		if (percent <= model.operation.maxDriftPercent)
			return {
				label: `Fill up every ${plural(days, ['day', `${days} days`])}`,
				effect: `drifts ${Math.round(percent)} %`,
				change
			};
	}
	return null;
}

/** How far the strength strays before the pump would run dry, %. */
function driftOf(model: SystemModel): { percent: number; day: number; ecMsCm: number } {
	const { result, input } = model.run;
	// what happens once a reserve is empty is another finding
	const until = Math.min(result.firstDayBelowPump ?? Infinity, result.reserveEmptyDay ?? Infinity);
	let worst = { percent: 0, day: 0, ecMsCm: input.ecStartMsCm };
	for (const { day, ecMsCm, volumeL } of result.days) {
		if (day >= until || volumeL <= 0) break;
		const percent = (100 * Math.abs(ecMsCm - input.ecStartMsCm)) / input.ecStartMsCm;
		if (percent > worst.percent) worst = { percent, day, ecMsCm };
	}
	return worst;
}

/** Too little water from refill to refill, or top-ups that bring another strength than is taken up, day after day. */
function why({ operation, size, tank }: SystemModel, endMsCm: number): string {
	const { byDriftL } = size.result;
	if (operation.topUp.kind === 'hand' && byDriftL > Math.min(operation.fillL, tank.fullL))
		return `: from refill to refill alone it would take ${say(byDriftL, 'volume')} in the tank`;
	const more = endMsCm > size.input.ecStartMsCm;
	return `: every top-up brings ${more ? 'more' : 'less'} salt than the plants take up`;
}

/** A strength that strays further from refill to refill than is allowed. */
export const drift: Rule = (model) => {
	const { maxDriftPercent, topUp } = model.operation;
	const worst = driftOf(model);
	if (worst.percent <= maxDriftPercent) return [];
	const swaps = TOP_UPS.filter((kind) => kind !== topUp.with)
		.map((kind) => {
			const change = [set('operation.topUp', { ...topUp, with: kind })];
			return { kind, change, percent: driftOf(model.with(change)).percent };
		})
		.sort((a, b) => a.percent - b.percent);
	const swap = swaps[0]!;
	return [
		{
			code: 'drift-over-limit',
			step: 'tank',
			severity: 'look',
			subject: 'tank',
			message:
				`By day ${worst.day} the strength has gone from ${say(model.mix.strengthMsCm, 'strength')} to ${say(worst.ecMsCm, 'strength')}, ` +
				`${Math.round(worst.percent)} % where you allow ${maxDriftPercent} %${why(model, worst.ecMsCm)}.`,
			fixes: availableFixes(
				swap.percent < worst.percent * 0.8 && {
					label: TOP_UP_LABEL[swap.kind],
					effect: `drifts ${Math.round(swap.percent)} %`,
					change: swap.change
				},
				topUp.kind === 'hand' && sooner(model, topUp),
				largerTank(model, (trial) => {
					const { percent } = driftOf(trial);
					return percent <= maxDriftPercent ? `drifts ${Math.round(percent)} %` : null;
				})
			)
		}
	];
};
