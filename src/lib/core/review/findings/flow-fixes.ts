import { brimLitresOf } from '../../layout';
import { lowerFirst } from '../../quantity';
import type { SystemModel } from '../../model';
import { fieldsOf, kindOf } from '../../design';
import { kindOfPart, pick, type Emitter } from '../../shelf';
import { set, setOf, type Fix } from '../finding';
import { say } from '../sentence';

/** The least flow that comes past any planted site, L/h. */
export function driestLph(model: SystemModel): number {
	const { arrivesLph } = model.flows;
	const planted = [...model.waterUse.bySite.keys()];
	const flows = planted.length
		? planted.map((id) => arrivesLph.get(id) ?? 0)
		: [...arrivesLph.values()];
	return Math.min(...flows);
}

/** Every site that drinks gets at least what its feed needs at the minutes now set. */
export function allFed(model: SystemModel, needs: ReadonlyMap<string, number>): boolean {
	return [...needs].every(
		([siteId, need]) => (model.flows.siteLph.get(siteId) ?? 0) >= need * (1 - 1e-6)
	);
}

const driest = (model: SystemModel): string => `driest site ${say(driestLph(model), 'flow')}`;

/** Turns the dial up just enough, to a whole percent. */
export function dialUp(model: SystemModel, needs: ReadonlyMap<string, number>): Fix | null {
	const { source } = model.design;
	if (source.kind !== 'pump' || model.operation.dial >= 1) return null;
	const least = model.trials.leastDialPercent(needs, model.nowL);
	if (least === null) return null;
	// a little in hand, for a clogged stake or a tired pump
	const percent = Math.min(100, least + 2);
	const change = [set('operation.dial', percent / 100)];
	return { label: `Dial to ${percent} %`, effect: driest(model.with(change)), change };
}

/** Keeps the tank fuller: the float raised, or filled further by hand, to where all are fed. */
export function fuller(model: SystemModel, atLeastL: number | null): Fix | null {
	if (atLeastL === null || model.record.nowL !== null) return null;
	const litres = Math.ceil(atLeastL + 1);
	const mostL = Math.min(model.tank.fullL, brimLitresOf(model.design, model.shelf));
	if (litres <= model.nowL || litres > mostL) return null;
	const change = [set('operation.fillL', litres)];
	const float = model.operation.topUp.kind === 'float';
	return {
		label: `${float ? 'Set the float to' : 'Fill to'} ${say(litres, 'volume')}`,
		effect: driest(model.with(change)),
		change
	};
}

/** Outlets of the same use that give more, the next larger first. */
export function* largerOutlets(model: SystemModel): Iterable<Fix> {
	for (const stand of model.design.stands) {
		const { emitterId } = fieldsOf(stand);
		if (!emitterId || kindOf(stand).feeding !== 'pump') continue;
		const now = pick(model.shelf.emitters, emitterId);
		const size = ({ law }: Emitter): number =>
			law.kind === 'open'
				? law.innerDiameterMm * 1000
				: law.nominalFlowLph / (law.kind === 'orifice' ? law.nominalHeadM ** law.exponent : 1);
		const larger = model.shelf.emitters
			.filter((e) => e.use.some((use) => now.use.includes(use)) && size(e) > size(now))
			.sort((a, b) => size(a) - size(b))
			.slice(0, 3);
		for (const { id, name } of larger) {
			const change = [setOf(stand, 'emitterId', id)];
			yield { label: `Take the ${lowerFirst(name)}`, effect: driest(model.with(change)), change };
		}
	}
}

/** Whatever brings more water to all: the dial, the level, outlets, a pump. */
export function moreFlow(model: SystemModel): Fix[] {
	const needs = model.feed?.needLph ?? new Map<string, number>();
	const open = model.curve && model.operation.dial < 1 && [set('operation.dial', 1)];
	return [
		dialUp(model, needs),
		open && { label: 'Dial to 100 %', effect: driest(model.with(open)), change: open },
		fuller(model, model.lowestFedL),
		...largerOutlets(model),
		otherPump(model, needs)
	].filter((fix): fix is Fix => Boolean(fix));
}

/** The smallest pump on the shelf that feeds everybody, at a dial that does it. */
export function otherPump(model: SystemModel, needs: ReadonlyMap<string, number>): Fix | null {
	const { source, lines } = model.design;
	if (source.kind !== 'pump') return null;
	const now = model.shelf.pumps.find((p) => p.id === source.partId);
	for (const pump of model.shelf.pumps) {
		if (pump.id === source.partId || pump.watts <= (now?.watts ?? 0)) continue;
		const change = [
			set('design.source', { kind: 'pump', partId: pump.id }),
			set('operation.dial', 1),
			...(lines.mainTubeId === `feed-${now?.outletMm}`
				? [set('design.lines.mainTubeId', `feed-${pump.outletMm}`)]
				: [])
		];
		const trial = model.with(change);
		if (!allFed(trial, needs)) continue;
		return {
			label: `Take the ${kindOfPart(pump)}`,
			effect: `${driest(trial)}, ${say(pump.watts - (now?.watts ?? 0), 'power')} more`,
			change
		};
	}
	return null;
}
