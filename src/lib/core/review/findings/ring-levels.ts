import { type RingState, SystemModel, levelOf, ringOf } from '../../model';
import { type Fix, type Rule, type Said, availableFixes, set, setOf } from '../finding';
import { say } from '../sentence';
import { at, labelOf } from './level';

/** Pots on a level return line, while the pump runs. */
export const ringLevels: Rule = (model) =>
	model.rings.flatMap(({ run, pots }): Said[] => {
		const i = at(model, run.standId);
		const stand = model.design.stands[i]!;
		const list: Said[] = [];
		if ('capped' in stand && !stand.capped)
			list.push({
				code: 'line-end-open',
				step: 'lines',
				severity: 'stop',
				subject: run.id,
				message: `An end of the line is left open: the pots drain onto the floor, and the float lets the whole reserve follow.`,
				fixes: () => [
					{
						label: 'Cap every end',
						effect: 'the line holds its level',
						change: [setOf(stand, 'capped', true)]
					}
				]
			});

		const tightest = pots.reduce((a, b) => (b.marginMm < a.marginMm ? b : a), pots[0]!);
		if (pots.length > 0 && tightest.marginMm < model.limit('brimMm'))
			list.push(brim(model, run.id, i, run.innerDiameterMm, tightest));
		return list;
	});

function brim(
	model: SystemModel,
	runId: string,
	i: number,
	innerMm: number,
	pot: { id: string; riseMm: number; marginMm: number }
): Said {
	const over = pot.marginMm < 0;
	return {
		code: over ? 'pot-spills' : 'pot-near-brim',
		step: 'lines',
		severity: over ? 'stop' : 'look',
		subject: pot.id,
		off: Math.max(0.01, (model.limit('brimMm') - pot.marginMm) / model.limit('brimMm')),
		message:
			`While the pump runs, ${labelOf(model, pot.id)} stands ${say(pot.riseMm, 'size')} higher than the control pot, ` +
			`${over ? `${say(-pot.marginMm, 'size')} over its brim` : `only ${say(pot.marginMm, 'size')} under its brim`}: the return line is too thin for this flow.`,
		fixes: () => lowerFixes(model, runId, i, innerMm, pot)
	};
}

/** A wider return line, or a lower float: every pot falls with the control pot. */
export function lowerFixes(
	model: SystemModel,
	runId: string,
	i: number,
	innerMm: number,
	pot: { marginMm: number }
): Fix[] {
	const wider = model.shelf.tubes.find((t) => t.use === 'return' && t.innerDiameterMm > innerMm);
	const said = (mm: number) =>
		mm >= 0 ? `${say(mm, 'size')} under the brim` : 'still over the brim';
	const run = model.layout.returns.find((r) => r.id === runId)!;
	const least = (ring: RingState) => Math.min(...ring.pots.map((p) => p.marginMm));
	const widened = wider && least(ringOf(model, { ...run, innerDiameterMm: wider.innerDiameterMm }));
	const lower = Math.max(1, Math.floor(model.operation.fillL * 0.8));
	const lowered = pot.marginMm + (model.path.waterLevelM - levelOf(model, lower)) * 1000;
	return availableFixes(
		wider &&
			widened !== undefined && {
				label: `Return line of ${wider.nominalMm} mm`,
				effect: said(widened),
				change: [setOf({ id: run.standId }, 'returnTubeId', wider.id)]
			},
		lowered > pot.marginMm + 5 && {
			label: `Float lower, ${say(lower, 'volume')}`,
			effect: said(lowered),
			change: [set('operation.fillL', lower)]
		}
	);
}
