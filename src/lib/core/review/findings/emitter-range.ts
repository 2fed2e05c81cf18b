import { capital, lowerFirst } from '../../quantity';
import { fieldsOf, type Stand } from '../../design';
import { DRY_LPH } from '../../hydraulics';
import { openOutlets, type SystemModel } from '../../model';
import { pick, type Emitter, type EmitterLaw } from '../../shelf';
import { availableFixes, set, setOf, type Fix, type Rule, type Said } from '../finding';
import { between, say } from '../sentence';
import { otherPump } from './flow-fixes';

type Even = Extract<EmitterLaw, { kind: 'compensating' }>;

/** Compensating drippers outside the heads between which they are even. */
export const emitterRange: Rule = (model) => {
	const head = new Map(model.path.result.nodes.map((n) => [n.id, n.pressureM]));
	return model.design.stands.flatMap((stand): Said[] => {
		const { emitterId } = fieldsOf(stand);
		const emitter = emitterId === undefined ? null : pick(model.shelf.emitters, emitterId);
		if (!emitter || emitter.law.kind !== 'compensating') return [];
		const { law } = emitter;
		const outlets = openOutlets(model).filter((e) => e.standId === stand.id);
		const running = outlets.filter((e) => (model.flows.outletLph.get(e.nodeId) ?? 0) >= DRY_LPH);
		const heads = running.map((e) => head.get(e.nodeId) ?? 0);
		const [low, high] = [Math.min(...heads), Math.max(...heads)];
		const under = low < law.minHeadM * (1 - 1e-6);
		if (heads.length === 0 || !(under || high > law.maxHeadM * (1 + 1e-6))) return [];
		const driest = running[heads.indexOf(under ? low : high)]!;
		return [
			{
				code: under ? 'emitter-under-range' : 'emitter-over-range',
				step: 'lines',
				severity: 'look',
				subject: driest.containerId,
				message:
					`${capital(emitter.name)} is even between ${say(law.minHeadM, 'head')} and ${say(law.maxHeadM, 'head')}; here it has ${between(low, high, 'head')}. ` +
					(under
						? 'Under its range it gives less, and each one something else.'
						: 'Over its range it may come apart.'),
				off: under ? law.minHeadM / Math.max(low, 1e-3) - 1 : high / law.maxHeadM - 1,
				fixes: () => availableFixes(...intoRange(model, stand, emitter, law, under ? low : null))
			}
		];
	});
};

/** More head where the pump has it, or an outlet that works with what is there. */
function* intoRange(
	model: SystemModel,
	stand: Stand,
	emitter: Emitter,
	{ minHeadM }: Even,
	/** The least head at one of them, where that is too little; null: it is too much. */
	low: number | null
): Iterable<Fix | null | false> {
	const { dial } = model.operation;
	const under = low !== null;
	if (under && model.curve && dial < 1) yield { ...turned(1), effect: 'more head at every outlet' };
	if (!under && model.curve)
		yield {
			...turned(Math.max(0.1, Math.round(dial * 70) / 100)),
			effect: 'less head at every outlet'
		};
	const others = model.shelf.emitters.filter(
		(e) =>
			e.id !== emitter.id &&
			e.barbMm === emitter.barbMm &&
			e.use.includes('drip') &&
			(e.suits === emitter.suits || e.suits === 'any' || emitter.suits === 'any') &&
			(e.law.kind !== 'compensating' || e.law.minHeadM < minHeadM)
	);
	if (low !== null)
		for (const { id, name, law } of others)
			yield {
				label: `Take the ${lowerFirst(name)}`,
				effect:
					law.kind === 'compensating' && law.minHeadM > low
						? `even from ${say(law.minHeadM, 'head')} on, nearer to what there is`
						: 'works with the head there is',
				change: [setOf(stand, 'emitterId', id)]
			};
	if (under) yield otherPump(model, model.feed?.needLph ?? new Map());
}

const turned = (dial: number) => ({
	label: `Dial to ${Math.round(dial * 100)} %`,
	change: [set('operation.dial', dial)]
});
