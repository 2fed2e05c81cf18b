import { fieldsOf, type Stand } from '../../design';
import { DRY_LPH } from '../../hydraulics';
import { pick } from '../../shelf';
import type { SystemModel } from '../../model';
import { set, type Rule, type Fix, setOf } from '../finding';
import { lowerFirst } from '../../quantity';
import { between, say } from '../sentence';
import { openOutlets, variationWith } from '../../model';
import { outletWords } from '../words';

/** Flow that differs from bucket to bucket, and which of height, friction and emitter is to blame. */
export const uneven: Rule = (model) => {
	const outlets = openOutlets(model);
	const flows = outlets.map((e) => model.flows.outletLph.get(e.nodeId) ?? 0);
	const most = Math.max(...flows);
	const least = Math.min(...flows);
	const variation = most > 0 ? (100 * (most - least)) / most : 0;
	if (variation <= model.limit('unevenPercent') || least < DRY_LPH) return [];
	const head = new Map(model.path.result.nodes.map((n) => [n.id, n.headM]));
	const heads = outlets.map((e) => head.get(e.nodeId) ?? 0);
	const heights = outlets.map((e) => e.zM);
	const friction = Math.max(...heads) - Math.min(...heads);
	const rise = Math.max(...heights) - Math.min(...heights);
	const pressure = Math.min(...outlets.map((e, i) => heads[i]! - e.zM));
	const byHeight = rise >= friction;
	const cause = byHeight
		? `the ${outletWords(model)[1]} rise ${say(rise * 1000, 'size')} along the row and the last has only ${say(pressure, 'head')} of head left`
		: `the row tube loses ${say(friction, 'head')} of head on the way`;
	const driest = outlets[flows.indexOf(least)]!;
	return [
		{
			code: 'uneven-flow',
			step: 'lines',
			severity: 'look',
			subject: driest.containerId,
			off: variation / model.limit('unevenPercent') - 1,
			message:
				`Flow differs by ${Math.round(variation)} % from ${outletWords(model)[0]} to ${outletWords(model)[0]} (${between(least, most, 'flow')}): ${cause}. ` +
				`One timer then drowns some plants or starves others.`,
			fixes: () => evenerFixes(model, variation)
		}
	];
};

/** Another dial, tube or dripper on the same lines: only what the change touches is solved again. */
interface Evener {
	label: string;
	change: Fix['change'];
	edit?: Parameters<typeof variationWith>[1];
}

function evenerFixes(model: SystemModel, before: number): Fix[] {
	const fixes: Fix[] = [];
	for (const { label, change, edit } of eveners(model)) {
		const { dry, variationPercent } = edit
			? variationWith(model, edit)
			: model.with(change).path.result.uniformity;
		if (dry > 0 || variationPercent >= before * 0.8) continue;
		fixes.push({ label, change, effect: `differs by ${Math.round(variationPercent)} %` });
	}
	return fixes;
}

/** What may make it more even, the cheapest first. */
function eveners(model: SystemModel): Evener[] {
	const { design, operation } = model;
	const dial =
		design.source.kind === 'pump' && operation.dial < 0.99
			? [{ label: 'Dial to 100 %', change: [set('operation.dial', 1)] }]
			: [];
	const ofStands = design.stands.flatMap((stand) => [
		...widerRows(model, stand),
		...evenDrippers(model, stand)
	]);
	return [...dial, ...ofStands];
}

function widerRows({ shelf, layout }: SystemModel, stand: Stand): Evener[] {
	const { rowTubeId } = fieldsOf(stand);
	if (!rowTubeId) return [];
	const tube = pick(shelf.tubes, rowTubeId);
	const wider = shelf.tubes.find(
		(t) => t.use === 'feed' && t.innerDiameterMm > tube.innerDiameterMm
	);
	if (!wider) return [];
	const mine = layout.runs.filter((r) => r.standId === stand.id && r.tubeId === rowTubeId);
	const runs = new Set(mine.map((r) => r.id));
	return [
		{
			label: `Row tube of ${wider.nominalMm} mm`,
			change: [setOf(stand, 'rowTubeId', wider.id)],
			edit: { runs, innerDiameterMm: wider.innerDiameterMm }
		}
	];
}

/** Other outlets on the same small tube that spread as this medium wants it. */
function evenDrippers({ shelf, layout }: SystemModel, stand: Stand): Evener[] {
	const { emitterId, mediumId } = fieldsOf(stand);
	if (!emitterId) return [];
	const now = pick(shelf.emitters, emitterId);
	const coarse = pick(shelf.media, mediumId ?? '').coarse ? 'coarse' : 'fine';
	const mine = layout.outlets.filter((e) => e.standId === stand.id);
	const outlets = new Set(mine.map((e) => e.nodeId));
	return shelf.emitters
		.filter(
			(e) =>
				e.id !== now.id &&
				e.barbMm === now.barbMm &&
				e.use.some((use) => now.use.includes(use)) &&
				(e.suits === 'any' || e.suits === coarse)
		)
		.map(({ id, name }) => ({
			label: `Take the ${lowerFirst(name)}`,
			change: [setOf(stand, 'emitterId', id)],
			edit: { outlets, emitterId: id }
		}));
}
