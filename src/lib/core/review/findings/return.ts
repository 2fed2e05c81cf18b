import { fieldsOf, kindOf } from '../../design';
import { diameterForFlow, drain } from '../../hydraulics';
import type { ReturnState, SystemModel } from '../../model';
import { setOf, availableFixes, type Rule, type Fix, type Said } from '../finding';
import { say } from '../sentence';
import { containerWords, subjectOn } from '../words';

/** Returns that run too full for their bore and fall, or cannot carry their flow at all. */
export const returnSize: Rule = (model) =>
	model.returns.flatMap((state): Said[] => {
		const { run, result } = state;
		const full = result ? result.depthRatio : 1;
		if (full <= model.limit('returnFull') || run.fallPercent <= 0) return [];
		if (run.way === 'drop' || run.way === 'level') return [];
		return [
			{
				code: 'return-too-small',
				step: 'lines',
				severity: result ? 'look' : 'stop',
				subject: run.id,
				off: full / model.limit('returnFull') - 1 + (result ? 0 : 1),
				message:
					`The ${run.name} ${result ? `runs ${Math.round(full * 100)} % full` : 'cannot carry'} at ${say(state.flowLph, 'flow')}. ` +
					`Over half full it backs up, and the water stands in it until it spills.`,
				fixes: () => availableFixes(...moreReturn(model, state))
			}
		];
	});

/** The bores that do, or a fall that makes this one do. */
function* moreReturn(
	model: SystemModel,
	{ run, result, input, flowLph }: ReturnState
): Iterable<Fix> {
	const { innerDiameterMm, fallPercent } = run;
	const half = result?.halfCapacityLph ?? flowLph / 4;
	const wanted = diameterForFlow(flowLph, half, innerDiameterMm);
	const stand = { id: run.standId };
	// the flow hardly changes with the return, so its depth is all that is worked out anew
	const depth = (changed: { innerDiameterMm?: number; fallPercent?: number }): string => {
		try {
			return `${Math.round(drain({ ...input, ...changed }).depthRatio * 100)} % full`;
		} catch {
			return 'still too small';
		}
	};
	for (const tube of model.shelf.tubes)
		if (
			tube.use === 'return' &&
			tube.innerDiameterMm >= Math.min(wanted, 90) &&
			tube.innerDiameterMm > innerDiameterMm
		)
			yield {
				label: `Return of ${tube.nominalMm} mm`,
				effect: depth({ innerDiameterMm: tube.innerDiameterMm }),
				change: [setOf(stand, 'returnTubeId', tube.id)]
			};
	const steeper = Math.min(20, Math.ceil(fallPercent * (flowLph / half) ** 2 * 2) / 2);
	for (const fall of [steeper, Math.min(20, steeper * 2)])
		if (fall > fallPercent)
			yield {
				label: `Fall of ${fall} %`,
				effect: depth({ fallPercent: fall }),
				change: [setOf(stand, 'fallPercent', fall)]
			};
}

/** Returns that fall too little for roots and grit to be carried along. */
export const returnFall: Rule = (model) =>
	model.design.stands.flatMap((stand, i) => {
		const { fallPercent } = fieldsOf(stand);
		const mine = model.layout.returns.filter((run) => run.standId === stand.id);
		const falls = mine.some((run) => run.way === 'fall' || run.way === 'waste');
		if (fallPercent === undefined || !falls || fallPercent >= model.limit('returnFallPercent'))
			return [];
		const what = kindOf(stand).words.stand;
		const change = [setOf(stand, 'fallPercent', 1.5)];
		const drop = (1.5 - fallPercent) * model.layout.stands[i]!.lengthM * 10;
		return [
			{
				code: 'return-too-flat',
				step: 'lines' as const,
				severity: fallPercent <= 0 ? ('stop' as const) : ('look' as const),
				subject: subjectOn(model, stand, 'top'),
				off: model.limit('returnFallPercent') / Math.max(0.05, fallPercent) - 1,
				message:
					fallPercent <= 0
						? `The ${what} does not fall, so nothing brings the drainage back to the tank.`
						: `The ${what} falls only ${fallPercent} %. Under ${model.limit('returnFallPercent')} % roots and grit settle in the return and it clogs.`,
				fixes: () => [
					{
						label: 'Fall of 1.5 %',
						effect: `far end ${say(drop, 'size')} higher`,
						change
					}
				]
			}
		];
	});

/** A return that ends in the water, or too close over its highest level. */
export const returnHeight: Rule = (model) => {
	const water = model.drainBack.highestM;
	const low = model.layout.returns
		.filter((run) => !run.lifted && run.way === 'fall' && run.into === undefined)
		.sort((a, b) => a.endM - b.endM)[0];
	if (!low || low.endM >= water + model.limit('airGapM')) return [];
	const i = model.design.stands.findIndex((stand) => stand.id === low.standId);
	const stand = model.design.stands[i]!;
	const byMm = Math.ceil(((water + model.limit('airGapM') - low.endM) * 1000 + 2) / 10) * 10;
	const lowMm = fieldsOf(stand).lowEndHeightMm;
	const raise = [setOf(stand, 'lowEndHeightMm', (lowMm ?? 0) + byMm)];
	const lift = [setOf(stand, 'returnLift', true)];
	const under = water - low.endM;
	return [
		{
			code: 'return-below-water',
			step: 'tank',
			severity: 'stop',
			subject: low.id,
			off: Math.max(0.01, (water + model.limit('airGapM') - low.endM) * 10),
			message:
				`The ${low.name} ends ${say(Math.abs(under) * 1000, 'size')} ${under > 0 ? 'under' : 'over'} the highest water in the tank` +
				`${under > 0 ? '' : ', too close to be sure'}. Water then stands in the pipe and backs up towards the ${containerWords(model)[1]}.`,
			fixes: () =>
				availableFixes(
					lowMm !== undefined &&
						lowMm + byMm <= model.limit('benchMm') && {
							label: `Raise ${kindOf(stand).words.stand} by ${say(byMm, 'size')}`,
							effect: `return ends ${say((low.endM + byMm / 1000 - water) * 1000, 'size')} over the water`,
							change: raise
						},
					{
						label: 'Add a lift pump',
						effect: 'a sump and a second pump bring it up',
						change: lift
					}
				)
		}
	];
};
