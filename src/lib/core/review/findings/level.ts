import { names, plural } from '../../quantity';
import { fieldsOf } from '../../design';
import { type LevelState, SystemModel, byHandOf } from '../../model';
import { type Fix, type Rule, type Said, availableFixes, set, setOf } from '../finding';
import { say } from '../sentence';
import { dayOf } from '../dates';
import { subjectOn } from '../words';

/** Place of a stand in the design, as a path goes to it. */
export const at = (model: SystemModel, standId: string): number =>
	model.design.stands.findIndex((stand) => stand.id === standId);

/** What a site is called on the drawing. */
export const labelOf = (model: SystemModel, id: string): string =>
	model.layout.containers.find((c) => c.id === id)?.label ?? id;

/** Gravity needs height. */
export const tankHeight: Rule = (model) =>
	model.levels.flatMap((state): Said[] => {
		const leastM = model.limit('trayHeadM');
		if (state.headM >= leastM) return [];
		const byMm = Math.ceil(((leastM - state.headM) * 1000) / 10) * 10;
		const floorMm = model.design.tank.floorMm + byMm;
		const none = state.headM <= 0;
		return [
			{
				code: none ? 'tank-under-trays' : 'tank-barely-over',
				step: 'tank',
				severity: none ? 'stop' : 'look',
				subject: 'tank',
				message: none
					? `The water in the tank stands ${say(-state.headM * 1000, 'size')} under the level the valves keep: nothing runs.`
					: `The water in the tank stands only ${say(state.headM * 1000, 'size')} over the level the valves keep; under ${say(leastM * 1000, 'size')} the filter and hose take it all.`,
				fixes: () =>
					availableFixes(
						floorMm <= 4000 && {
							label: `Raise the tank by ${say(byMm, 'size')}`,
							effect: `${say(leastM, 'head')} of head`,
							change: [set('design.tank.floorMm', floorMm)]
						}
					)
			}
		];
	});

/** Pots too high or too low for one shared level, and trays that lean. */
export const outOfLevel: Rule = (model) =>
	model.levels.flatMap((state): Said[] => {
		if (!state.filled) return [];
		const { trays } = state.filled.result;
		const dry = trays.filter((t) => t.dry);
		const floods = trays.filter((t) => t.floods);
		const corner = trays.filter((t) => t.dryCorner && !t.dry);
		if (dry.length + floods.length + corner.length === 0) return [];
		const said = (list: typeof trays) => names(list.map((t) => labelOf(model, t.id)));
		const worst = [...dry, ...floods, ...corner][0]!;
		const verb = (list: typeof trays, one: string, many: string) =>
			list.length === 1 ? one : many;
		const shared = state.basis.valves === 'shared';
		return [
			{
				code:
					dry.length > 0 ? 'stands-too-high' : floods.length > 0 ? 'stands-too-low' : 'tray-leans',
				step: 'sites',
				severity: dry.length + floods.length > 0 ? 'stop' : 'look',
				subject: worst.id,
				message:
					dry.length > 0
						? `${said(dry)} ${verb(dry, 'stands', 'stand')} too high for a level of ${say(state.basis.depthMm, 'size')}: no water gets in at all. ${shim(model, state, dry[0]!.id)}`
						: floods.length > 0
							? `${said(floods)} ${verb(floods, 'stands', 'stand')} so low that the water runs over ${verb(floods, 'its rim', 'their rims')}. ${shim(model, state, floods[0]!.id)}`
							: `${said(corner)} ${verb(corner, 'leans', 'lean')} so far that one end falls dry at ${say(state.basis.depthMm, 'size')} while the other stands ${say(worst.deepMm, 'size')} deep.`,
				fixes: () => levelled(model, state, shared)
			}
		];
	});

/** What to put under, or take from under, a pot. */
function shim(model: SystemModel, { basis }: LevelState, id: string): string {
	const floor = basis.trays.find((t) => t.id === id)?.floorOffsetMm ?? 0;
	if (Math.abs(floor) < 0.5) return 'Level the floor under them.';
	return floor > 0
		? `It stands ${say(floor, 'size')} over the others: take that from under it.`
		: `It stands ${say(-floor, 'size')} under the others: shim it up by as much.`;
}

function levelled(model: SystemModel, state: LevelState, shared: boolean): Fix[] {
	const i = at(model, state.standId);
	const stand = model.design.stands[i]!;
	const lean = fieldsOf(stand).leanMmPerM ?? 0;
	const floors = 'floorsMm' in stand && Object.values(stand.floorsMm).some((mm) => mm !== 0);
	const deeper = Math.min(200, Math.ceil(state.basis.depthMm * 1.5));
	return availableFixes(
		lean > 0 && {
			label: 'Level the floor',
			effect: shared ? 'every pot holds the same' : 'every tray holds the same depth',
			change: [setOf(stand, 'leanMmPerM', 0)]
		},
		floors && {
			label: 'Shim all pots to one level',
			effect: `${say(state.basis.depthMm, 'size')} in each`,
			change: [setOf(stand, 'floorsMm', {})]
		},
		!shared && {
			label: `Keep ${say(deeper, 'size')}`,
			effect: 'deeper water reaches the high end',
			change: [setOf(stand, 'depthMm', deeper)]
		}
	);
}

/** Small parts of a valve system that fail it when they are left out. */
const VALVE_PARTS = [
	{
		field: 'rootDisc',
		code: 'no-rootdisc',
		severity: 'look',
		message:
			'Nothing keeps roots out of the valves: they grow in, hold them open and the trays flood.',
		label: 'Add root discs'
	},
	{
		field: 'strainer',
		code: 'no-strainer',
		severity: 'look',
		message: 'No strainer in the tank: one grain under a valve keeps it from closing.',
		label: 'Add a strainer'
	},
	{
		field: 'flushTap',
		code: 'no-flushtap',
		severity: 'caution',
		message:
			'No flush tap at the far end: what settles in the hose stays there until it blocks a valve.',
		label: 'Add a flush tap'
	}
] as const;

/** The small parts that were left out. */
export const valveParts: Rule = (model) =>
	model.design.stands.flatMap((stand): Said[] => {
		if (stand.variant !== 'valve-trays') return [];
		return VALVE_PARTS.filter(({ field }) => !stand[field]).map(
			({ field, code, severity, message, label }) => ({
				code,
				step: 'lines',
				severity,
				subject: subjectOn(model, stand, 'top'),
				message,
				fixes: () => [
					{ label, effect: 'on the shopping list', change: [setOf(stand, field, true)] }
				]
			})
		);
	});

/** Seedlings drink from their cube: what stands at the foot of the pot is out of their roots' reach. */
export const valveTooEarly: Rule = (model) =>
	model.design.stands.flatMap((stand): Said[] => {
		if (!('established' in stand) || !stand.established) return [];
		const small = model.layout.sites.filter(
			(site) => site.standId === stand.id && site.cropId && site.stage === 'seedling'
		);
		const [first] = small;
		if (!first) return [];
		return [
			{
				code: 'valve-too-early',
				step: 'plants',
				severity: 'look',
				subject: first.containerId,
				message: `${names(small.map(({ label }) => label))} ${plural(small.length, ['is a seedling', 'are seedlings'])}: roots in a cube do not reach the ${say(stand.depthMm, 'size')} the valve keeps at the foot of the medium, which stays wet and sour meanwhile. Keep the valves shut and water from above until roots are down, 10 to 21 days.`,
				off: small.length / Math.max(1, model.layout.sites.length),
				fixes: () => [
					{
						label: 'Keep the valves shut for now',
						effect: 'drench them from above, by hand',
						change: [setOf(stand, 'established', false)]
					}
				]
			}
		];
	});

/** How long roots take to where the valve keeps its water, and by what date where one is set. */
function untilDown(model: SystemModel, standId: string): string {
	const { plantOutOn } = model.record;
	const hand = byHandOf(model, plantOutOn ?? model.today ?? ANY_DAY).find(
		(one) => one.standId === standId
	);
	if (!hand) return '10 to 21 days';
	const days = `about ${say(hand.days, 'days')}`;
	return plantOutOn === null ? days : `${days}, until ${dayOf(hand.until)}`;
}

const ANY_DAY = '2026-04-01';

/** A valve stays shut until roots are down, and a stuck one lets the whole tank go. */
export const valveRisks: Rule = (model) =>
	model.design.stands.flatMap((stand): Said[] => {
		if (!('established' in stand)) return [];
		const litres = model.nowL;
		return [
			...(stand.established
				? []
				: [
						{
							code: 'valve-shut' as const,
							step: 'plant-out' as const,
							severity: 'caution' as const,
							subject: subjectOn(model, stand, 'top'),
							message: `The valves are shut while roots reach down, ${untilDown(model, stand.id)}: drench the pots once from above and water by hand. Then unlatch each valve and see it float before you open the tap.`,
							fixes: () => [
								{
									label: 'Roots are down: valves open',
									effect: 'they let in what is drunk',
									change: [setOf(stand, 'established', true)]
								}
							]
						}
					]),
			{
				code: 'valve-may-stick' as const,
				step: 'tank' as const,
				severity: 'caution' as const,
				subject: 'tank',
				message: `A valve that sticks open lets up to ${say(litres, 'volume')} run out of the tank. Stand it where that does no harm, or over a tray with a drain; look at the floats every week.`,
				acknowledge: 'It can run off safely',
				fixes: () => []
			}
		];
	});
