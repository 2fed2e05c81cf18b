import { plural, names } from '../../quantity';
import { hoursOf, lampPath } from '../../design';
import { pick } from '../../shelf';
import { seenTo, set, some, type Concern, type Said } from '../finding';
import { say } from '../sentence';

const MAINS_V = { metric: 230, us: 120 };

/** Lamps too high, too low or too short for what stands under them. */
export const lampLight: Concern = (model) => {
	const { light, design, operation, layout } = model;
	if (light.bySite.size === 0) return [];
	const planted = layout.sites.filter((site) => site.cropId);
	const share = (id: string, cropId: string) =>
		light.bySite.get(id)!.dliMol / pick(model.shelf.crops, cropId).dliMol;
	const dim = planted.filter((site) => share(site.id, site.cropId!) < model.limit('dimShare'));
	const list: Said[] = [];
	if (dim.length > 0) {
		const worst = dim.reduce((a, b) => (share(a.id, a.cropId!) <= share(b.id, b.cropId!) ? a : b));
		const crop = pick(model.shelf.crops, worst.cropId!);
		// lamps nobody set a timer for are begun with half a day
		const on = hoursOf(operation, design.lamps[0]!.id);
		const longer = Math.min(
			18,
			Math.ceil((on * model.limit('dimShare')) / share(worst.id, worst.cropId!)) || 12
		);
		const lower = Math.max(0.1, Math.round((design.lamps[0]!.heightM - 0.15) * 100) / 100);
		const dliWith = (change: ReturnType<typeof set>[]) =>
			`${worst.label} gets ${(model.with(change).light.bySite.get(worst.id)?.dliMol ?? 0).toFixed(1)} mol a day`;
		const hours = design.lamps.map(({ id }) => set(`operation.lampHours.${id}`, longer));
		const down = design.lamps.map((lamp) => set(lampPath(lamp, 'heightM'), lower));
		list.push({
			code: 'too-dim',
			step: 'place',
			severity: 'look',
			subject: worst.containerId,
			message: `${names(dim.map((site) => site.label))} ${plural(dim.length, ['gets', 'get'])} little light: ${light.bySite.get(worst.id)!.dliMol.toFixed(1)} mol a day at ${worst.label}, where ${crop.plural} like ${crop.dliMol}.`,
			fixes: some(
				longer > on && {
					label: `Lamps on for ${longer} h`,
					effect: dliWith(hours),
					change: hours
				},
				{ label: `Lamps down to ${say(lower, 'span')}`, effect: dliWith(down), change: down }
			)
		});
	}
	const bright = planted.filter(
		(site) => light.bySite.get(site.id)!.ppfdUmol > model.limit('brightUmol')
	);
	if (bright.length > 0) {
		const up = design.lamps.map((lamp) => set(lampPath(lamp, 'heightM'), lamp.heightM + 0.2));
		list.push({
			code: 'too-bright',
			step: 'place',
			severity: 'look',
			subject: bright[0]!.containerId,
			message: `${names(bright.map((site) => site.label))} stand so close under a lamp that leaves bleach (over ${model.limit('brightUmol')} µmol/m²s).`,
			fixes: [{ label: `Lamps ${say(200, 'size')} higher`, effect: 'gentler light', change: up }]
		});
	}
	return list;
};

/** Several lamps, and perhaps the pump, on one socket. */
export const sockets: Concern = (model) => {
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
				fixes: some(
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
export const held: Concern = (model) => {
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
