import { plural, names } from '../../quantity';
import { AREA_KIND, hoursOf, lampPath, type Change } from '../../design';
import { crownOf, type Site } from '../../layout';
import type { SystemModel } from '../../model';
import { pick } from '../../shelf';
import { set, availableFixes, type Rule, type Fix, type Said } from '../finding';
import { say } from '../sentence';

const MAINS_V = { metric: 230, us: 120 };

/** Lamps too high, too low or too short for what stands under them. */
export const lampLight: Rule = (model) => [...tooDim(model), ...tooBright(model)];

/** Light a planted site gets, as a share of what its crop likes. */
const shareOf = ({ light, shelf }: SystemModel, { id, cropId }: Site): number =>
	light.bySite.get(id)!.dliMol / pick(shelf.crops, cropId!).dliMol;

function tooDim(model: SystemModel): Said[] {
	const { light, layout, design } = model;
	const least = model.limit('dimShare');
	const dim = layout.sites.filter((site) => site.cropId && shareOf(model, site) < least);
	if (dim.length === 0) return [];
	const worst = dim.reduce((a, b) => (shareOf(model, a) <= shareOf(model, b) ? a : b));
	const crop = pick(model.shelf.crops, worst.cropId!);
	const labels = names(dim.map((site) => site.label));
	const gets = say(light.bySite.get(worst.id)!.dliMol, 'lightOfDay');
	const likes = `where ${crop.plural} like ${say(crop.dliMol, 'lightOfDay')}`;
	return [
		{
			code: 'too-dim',
			step: 'place',
			severity: 'look',
			subject: worst.containerId,
			message:
				design.lamps.length === 0
					? `The light of the place comes to ${gets} a day, ${likes}: they grow thin and late there without a lamp.`
					: `${labels} ${plural(dim.length, ['gets', 'get'])} little light: ${gets} a day at ${worst.label}, ${likes}.`,
			off: least / Math.max(0.01, shareOf(model, worst)) - 1,
			acknowledge: 'They must make do with it',
			fixes: () => availableFixes(...moreLight(model, worst))
		}
	];
}

/** Over the tallest grown leaf, m. */
const overLeavesM = (model: SystemModel): number =>
	Math.max(0.3, ...model.grown.layout.sites.map((site) => crownOf(site).topM));
const toCm = (m: number): number => Math.round(m * 100) / 100;

/** Lamps on for longer, brighter, nearer as far as grown leaves let them; or hung where there are none. */
function* moreLight(model: SystemModel, worst: Site): Iterable<Fix> {
	const { lamps } = model.design;
	const fixOf = (label: string, change: Change[]): Fix => {
		const dliMol = model.with(change).light.bySite.get(worst.id)?.dliMol ?? 0;
		return { label, effect: `${worst.label} gets ${say(dliMol, 'lightOfDay')} a day`, change };
	};
	if (lamps.length === 0) {
		for (const way of ['over', 'beside'] as const) {
			const hung = lampsFor(model, way);
			const many = hung && plural(hung.count, ['a lamp', `${hung.count} lamps`]);
			if (hung)
				yield fixOf(`Hang ${many} ${way === 'over' ? 'over them' : 'beside them'}`, hung.change);
		}
		return;
	}
	// lamps nobody set a timer for are begun with half a day
	const on = hoursOf(model.operation, lamps[0]!.id);
	const short = model.limit('dimShare') / Math.max(0.01, shareOf(model, worst));
	const longer = Math.min(18, Math.ceil(on * short) || 12);
	if (longer > on)
		yield fixOf(
			`Lamps on for ${longer} h`,
			lamps.map(({ id }) => set(`operation.lampHours.${id}`, longer))
		);
	const times = Math.ceil(short * 10.5) / 10;
	yield fixOf(
		`Lamps ${times} times as bright`,
		lamps.flatMap((lamp) => [
			set(lampPath(lamp, 'ppfUmolS'), Math.min(10_000, Math.ceil(lamp.ppfUmolS * times))),
			set(lampPath(lamp, 'watts'), Math.min(5000, Math.ceil(lamp.watts * times)))
		])
	);
	const lowest = toCm(overLeavesM(model) + model.parameters.light.overLeavesM.value);
	if (lamps.some(({ heightM }) => heightM > lowest + 0.01))
		yield fixOf(
			`Lamps down to ${say(lowest, 'span')}`,
			lamps
				.filter(({ heightM }) => heightM > lowest)
				.map((lamp) => set(lampPath(lamp, 'heightM'), lowest))
		);
}

/** Where lamps hang: over the grown leaves, or before and behind what stands up, shining at it. */
function spotsFor(model: SystemModel, way: 'over' | 'beside') {
	const { extent, sites } = model.layout;
	const { area } = model;
	const { lampEveryM, besideM } = model.parameters.light;
	const [long, deep] = [extent.to.xM - extent.from.xM, extent.to.yM - extent.from.yM];
	const along = Math.max(1, Math.ceil(long / lampEveryM.value));
	const xs = Array.from({ length: along }, (_, i) => toCm((long * (i + 0.5)) / along));
	const { roofed } = AREA_KIND[area.kind];
	const most = roofed ? area.heightM - 0.06 : Infinity;
	if (way === 'over') {
		const heightM = toCm(Math.min(most, overLeavesM(model) + 0.45));
		return xs.map((xM) => ({ xM, yM: toCm(deep / 2), heightM, turnedDeg: 0, towardsDeg: 180 }));
	}
	const heights = sites.map(({ zM }) => zM);
	const [low, high] = [Math.min(...heights), Math.max(...heights)];
	const rows = Math.max(1, Math.round((high - low) / lampEveryM.value + 0.4));
	const zs = Array.from({ length: rows }, (_, i) => toCm(low + ((high - low) * (i + 0.5)) / rows));
	const allRound = sites.some(
		({ facingDeg }) => facingDeg !== null && Math.cos((facingDeg * Math.PI) / 180) < 0
	);
	const sides = [
		{ yM: -besideM.value, towardsDeg: 180 },
		...(allRound ? [{ yM: toCm(deep + besideM.value), towardsDeg: 0 }] : [])
	];
	return sides.flatMap((side) =>
		zs.flatMap((heightM) => xs.map((xM) => ({ xM, heightM, turnedDeg: 90, ...side })))
	);
}

/** As many lamps as it wants, as bright as the worst site needs. */
function lampsFor(
	model: SystemModel,
	way: 'over' | 'beside'
): { count: number; change: Change[] } | null {
	const spots = spotsFor(model, way);
	if (spots.length > MOST_LAMPS) return null;
	const { lampUmolPerJ, lampHours, socketW } = model.parameters.light;
	const wattsOf = (ppfUmolS: number) => ppfUmolS / lampUmolPerJ.value;
	const perSocket = (watts: number) => Math.max(1, Math.floor(socketW.value / watts));
	const lamps = (ppfUmolS: number) => [
		set(
			'design.lamps',
			spots.map((spot, i) => ({
				id: `lamp${i + 1}`,
				name: `Lamp ${i + 1}`,
				...spot,
				lengthM: 0.6,
				ppfUmolS,
				spreadDeg: 110,
				watts: Math.ceil(wattsOf(ppfUmolS)),
				socket: Math.min(20, 1 + Math.floor(i / perSocket(wattsOf(ppfUmolS))))
			}))
		),
		...spots.map((_, i) => set(`operation.lampHours.lamp${i + 1}`, lampHours.value))
	];
	// indoors the lamps that hang are all the light there is
	const own = model.area.climate.setting === 'indoors' ? 0 : model.light.own.dliMol;
	const lit = model.with(lamps(TRIAL));
	const planted = model.layout.sites.filter(({ cropId }) => cropId);
	// whichever is then the darkest for what it likes decides how bright they are
	const share = Math.max(
		...planted.map(({ id, cropId }) => {
			const each = lit.light.bySite.get(id)!.dliMol - own;
			const wants =
				ENOUGH * model.limit('dimShare') * pick(model.shelf.crops, cropId!).dliMol - own;
			return wants <= 0 ? 0 : each > 0 ? wants / each : Infinity;
		})
	);
	const ppf = Math.ceil((TRIAL * share) / 10) * 10;
	return ppf > 10_000 ? null : { count: spots.length, change: lamps(Math.max(20, ppf)) };
}

/** Any light does to see what a lamp of it gives, µmol/s. */
const TRIAL = 500;
/** A little more than just enough. */
const ENOUGH = 1.05;

/** More than these and it is another system. */
const MOST_LAMPS = 40;

function tooBright(model: SystemModel): Said[] {
	const { light, design, layout } = model;
	const mostOf = (site: Site) => pick(model.shelf.crops, site.cropId!).brightUmol;
	const gets = (site: Site) => light.bySite.get(site.id)!.ppfdUmol;
	const bright = layout.sites.filter((site) => site.cropId && gets(site) > mostOf(site));
	if (bright.length === 0) return [];
	const worst = bright.reduce((a, b) => (gets(a) / mostOf(a) >= gets(b) / mostOf(b) ? a : b));
	if (design.lamps.length === 0) return [];
	const times = Math.floor((95 * mostOf(worst)) / gets(worst)) / 100;
	const dimmed = design.lamps.map((lamp) =>
		set(lampPath(lamp, 'ppfUmolS'), Math.max(1, Math.floor(lamp.ppfUmolS * times)))
	);
	const up = design.lamps.map((lamp) =>
		set(lampPath(lamp, 'heightM'), toCm(lamp.heightM / Math.sqrt(times)))
	);
	return [
		{
			code: 'too-bright',
			step: 'place',
			severity: 'look',
			subject: worst.containerId,
			message: `${names(bright.map((site) => site.label))} stand so close under a lamp that leaves bleach: ${say(gets(worst), 'photonsOnLeaf')} at ${worst.label}, where ${pick(model.shelf.crops, worst.cropId!).plural} bear ${say(mostOf(worst), 'photonsOnLeaf')}.`,
			off: gets(worst) / mostOf(worst) - 1,
			fixes: () => [
				{ label: 'Hang the lamps higher', effect: 'gentler light', change: up },
				{
					label: `Lamps dimmed to ${Math.round(times * 100)} %`,
					effect: 'gentler light, less heat',
					change: dimmed
				}
			]
		}
	];
}

/** Several lamps, and perhaps the pump, on one socket. */
export const sockets: Rule = (model) => {
	const { lamps } = model.design;
	const volts = MAINS_V[model.place.units.system];
	const loads = new Map<number, number>();
	for (const lamp of lamps) loads.set(lamp.socket, (loads.get(lamp.socket) ?? 0) + lamp.watts);
	return [...loads].flatMap(([socket, watts]): Said[] => {
		const most = model.limit(model.place.units.system === 'us' ? 'socketUsW' : 'socketW');
		if (watts <= most) return [];
		return [
			{
				code: 'socket-overloaded',
				step: 'place',
				severity: 'stop',
				subject: 'place',
				message: `Socket ${socket} carries ${say(watts, 'power')}, ${(watts / volts).toFixed(1)} A at ${volts} V; a timer is commonly made for ${say(most, 'power')}. New circuits are for a licensed electrician, by local code.`,
				fixes: () =>
					availableFixes(
						lamps.length > 1 && {
							label: 'A socket to each lamp',
							effect: 'the load is shared out',
							change: lamps.map((lamp, i) => set(lampPath(lamp, 'socket'), Math.min(20, i + 1)))
						}
					)
			}
		];
	});
};

const massOf = (model: SystemModel, list: readonly Site[]): number =>
	list.reduce((sum, site) => sum + pick(model.shelf.crops, site.cropId!).massKg, 0);

/** Climbing plants want something to hold on to, and what holds them carries their crop. */
export const held: Rule = (model) => {
	const climbers = model.layout.sites.filter(
		(site) => site.cropId && pick(model.shelf.crops, site.cropId).habit === 'climber'
	);
	if (climbers.length === 0) return [];
	const { kind } = model.design.support;
	return [kind === 'none' ? unheld(model, climbers) : bears(model, climbers, kind)];
};

function unheld(model: SystemModel, climbers: readonly Site[]): Said {
	const kg = massOf(model, climbers);
	const { heightM } = model.design.support;
	return {
		code: 'nothing-to-climb',
		step: 'plants',
		severity: 'caution',
		// what then holds them is a caution of its own, and the lesser one
		off: 2,
		judged: kg,
		subject: climbers[0]!.containerId,
		message: `${names(climbers.map((site) => site.label))} climb and have nothing to hold on to; grown with their crop they weigh ${say(kg, 'mass')}.`,
		acknowledge: 'They are held',
		fixes: () => [
			{
				label: 'Strings from a beam',
				effect: `${say(kg / climbers.length, 'mass')} on each`,
				change: [set('design.support', { kind: 'strings', heightM })]
			}
		]
	};
}

function bears(model: SystemModel, climbers: readonly Site[], kind: string): Said {
	const rows = new Map<string, Site[]>();
	for (const site of climbers) {
		const row = `${site.standId}/${site.row}`;
		rows.set(row, [...(rows.get(row) ?? []), site]);
	}
	const [heaviest = []] = [...rows.values()].sort((a, b) => massOf(model, b) - massOf(model, a));
	const kg = massOf(model, heaviest);
	const xs = heaviest.map((site) => site.xM);
	const spanM = Math.max(0.3, Math.max(...xs) - Math.min(...xs));
	const each = rows.size > 1 ? 'of each row ' : '';
	return {
		code: 'support-bears',
		step: 'plants',
		severity: 'caution',
		subject: climbers[0]!.containerId,
		message: `${kind === 'strings' ? 'The beam' : 'What holds them'} ${each}carries up to ${say(kg, 'mass')} of crop over ${say(spanM, 'span')}, ${say(kg / heaviest.length, 'mass')} on each of ${heaviest.length}, and more in a jerk. Whether a beam of the building may carry it, its owner decides.`,
		acknowledge: 'It bears them',
		fixes: () => []
	};
}
