import { plural, names } from '../../quantity';
import { hoursOf, lampPath, type Change } from '../../design';
import type { Site } from '../../layout';
import type { SystemModel } from '../../model';
import { pick } from '../../shelf';
import { seenTo, set, availableFixes, type Rule, type Fix, type Said } from '../finding';
import { say } from '../sentence';

const MAINS_V = { metric: 230, us: 120 };

/** Lamps too high, too low or too short for what stands under them. */
export const lampLight: Rule = (model) =>
	model.light.bySite.size === 0 ? [] : [...tooDim(model), ...tooBright(model)];

/** Light a planted site gets, as a share of what its crop likes. */
const shareOf = ({ light, shelf }: SystemModel, { id, cropId }: Site): number =>
	light.bySite.get(id)!.dliMol / pick(shelf.crops, cropId!).dliMol;

function tooDim(model: SystemModel): Said[] {
	const { light, layout } = model;
	const dim = layout.sites.filter(
		(site) => site.cropId && shareOf(model, site) < model.limit('dimShare')
	);
	if (dim.length === 0) return [];
	const worst = dim.reduce((a, b) => (shareOf(model, a) <= shareOf(model, b) ? a : b));
	const crop = pick(model.shelf.crops, worst.cropId!);
	const labels = names(dim.map((site) => site.label));
	return [
		{
			code: 'too-dim',
			step: 'place',
			severity: 'look',
			subject: worst.containerId,
			message: `${labels} ${plural(dim.length, ['gets', 'get'])} little light: ${light.bySite.get(worst.id)!.dliMol.toFixed(1)} mol a day at ${worst.label}, where ${crop.plural} like ${crop.dliMol}.`,
			fixes: moreLight(model, worst)
		}
	];
}

/** Lamps on for longer, or nearer. */
function moreLight(model: SystemModel, worst: Site): Fix[] {
	const { lamps } = model.design;
	// lamps nobody set a timer for are begun with half a day
	const on = hoursOf(model.operation, lamps[0]!.id);
	const wanted = Math.ceil((on * model.limit('dimShare')) / shareOf(model, worst)) || 12;
	const longer = Math.min(18, wanted);
	const lower = Math.max(0.1, Math.round((lamps[0]!.heightM - 0.15) * 100) / 100);
	const fixOf = (label: string, change: Change[]): Fix => {
		const dliMol = model.with(change).light.bySite.get(worst.id)?.dliMol ?? 0;
		return { label, effect: `${worst.label} gets ${dliMol.toFixed(1)} mol a day`, change };
	};
	const hours = lamps.map(({ id }) => set(`operation.lampHours.${id}`, longer));
	const down = lamps.map((lamp) => set(lampPath(lamp, 'heightM'), lower));
	return availableFixes(
		longer > on && fixOf(`Lamps on for ${longer} h`, hours),
		fixOf(`Lamps down to ${say(lower, 'span')}`, down)
	);
}

function tooBright(model: SystemModel): Said[] {
	const { light, design, layout } = model;
	const most = model.limit('brightUmol');
	const bright = layout.sites.filter(
		(site) => site.cropId && light.bySite.get(site.id)!.ppfdUmol > most
	);
	if (bright.length === 0) return [];
	const up = design.lamps.map((lamp) => set(lampPath(lamp, 'heightM'), lamp.heightM + 0.2));
	return [
		{
			code: 'too-bright',
			step: 'place',
			severity: 'look',
			subject: bright[0]!.containerId,
			message: `${names(bright.map((site) => site.label))} stand so close under a lamp that leaves bleach (over ${most} µmol/m²s).`,
			fixes: [{ label: `Lamps ${say(200, 'size')} higher`, effect: 'gentler light', change: up }]
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
		if (watts <= model.limit('socketW')) return [];
		return [
			{
				code: 'socket-overloaded',
				step: 'place',
				severity: 'stop',
				subject: 'place',
				message: `Socket ${socket} carries ${say(watts, 'power')}, ${(watts / volts).toFixed(1)} A at ${volts} V; a timer is commonly made for ${say(model.limit('socketW'), 'power')}. New circuits are for a licensed electrician, by local code.`,
				fixes: availableFixes(
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

/** Climbing plants want something to hold on to, and what holds them carries their crop. */
export const held: Rule = (model) => {
	const { design, layout, shelf, record } = model;
	const climbers = layout.sites.filter(
		(site) => site.cropId && pick(shelf.crops, site.cropId).habit === 'climber'
	);
	if (climbers.length === 0) return [];
	const kg = climbers.reduce((sum, site) => sum + pick(shelf.crops, site.cropId!).massKg, 0);
	const { kind, heightM } = design.support;
	if (kind === 'none')
		return [
			{
				code: 'nothing-to-climb',
				step: 'plants',
				severity: 'caution',
				subject: climbers[0]!.containerId,
				message: `${names(climbers.map((site) => site.label))} climb and have nothing to hold on to; grown with their crop they weigh ${say(kg, 'mass')}.`,
				fixes: [
					{
						label: 'Strings from a beam',
						effect: `${say(kg / climbers.length, 'mass')} on each`,
						change: [set('design.support', { kind: 'strings', heightM })]
					},
					seenTo(record, 'nothing-to-climb', 'They are held')
				]
			}
		];
	const xs = climbers.map((site) => site.xM);
	const spanM = Math.max(0.3, Math.max(...xs) - Math.min(...xs));
	return [
		{
			code: 'support-bears',
			step: 'plants',
			severity: 'caution',
			subject: climbers[0]!.containerId,
			message: `${kind === 'strings' ? 'The beam' : 'What holds them'} carries ${say(kg, 'mass')} of crop over ${say(spanM, 'span')}, ${say(kg / climbers.length, 'mass')} on each of ${climbers.length}, and more in a jerk. Whether a beam of the building may carry it, its owner decides.`,
			fixes: [seenTo(record, 'support-bears', 'It bears them')]
		}
	];
};
