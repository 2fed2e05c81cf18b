import { brimLitresOf } from '../../layout';
import type { SystemModel } from '../../model';
import { set, type Fix } from '../finding';
import { say } from '../sentence';

/** The least flow any planted site gets, L/h. */
export function driestLph(model: SystemModel): number {
	const planted = [...model.waterUse.bySite.keys()];
	const flows = planted.length
		? planted.map((id) => model.flows.siteLph.get(id) ?? 0)
		: [...model.flows.siteLph.values()];
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
	const least = model.trials.leastDialPercent(needs, model.record.nowL);
	if (least === null) return null;
	// a little in hand, for a clogged stake or a tired pump
	const percent = Math.min(100, least + 2);
	const change = [set('operation.dial', percent / 100)];
	return { label: `Dial to ${percent} %`, effect: driest(model.with(change)), change };
}

/** Keeps the tank fuller: the float raised, or topped up by hand, to where all are fed. */
export function fuller(model: SystemModel, atLeastL: number | null): Fix | null {
	if (atLeastL === null) return null;
	const { operation, record } = model;
	const litres = Math.ceil(atLeastL + 1);
	const fill = Math.max(operation.fillL, litres);
	if (
		litres <= record.nowL ||
		fill > Math.min(model.drainBack.result.safeRunningL, brimLitresOf(model.design, model.shelf))
	)
		return null;
	const change = [
		set('record.nowL', litres),
		...(fill !== operation.fillL ? [set('operation.fillL', fill)] : [])
	];
	const float = operation.topUp.kind === 'float';
	return {
		label: `${float ? 'Set the float to' : 'Top up to'} ${say(litres, 'volume')}`,
		effect: driest(model.with(change)),
		change
	};
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
			label: `Take the ${pump.name.split(',')[0]}`,
			effect: `${driest(trial)}, ${say(pump.watts - (now?.watts ?? 0), 'power')} more`,
			change
		};
	}
	return null;
}
