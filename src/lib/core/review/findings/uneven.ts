import { fieldsOf, valveId, type Stand, standOf } from '../../design';
import { DRY_LPH } from '../../hydraulics';
import { pick } from '../../shelf';
import type { SystemModel } from '../../model';
import { set, type Rule, type Fix, setOf } from '../finding';
import { lowerFirst } from '../../quantity';
import { between, say } from '../sentence';
import {
	evenAmong,
	evenKinds,
	lossesTo,
	variationWith,
	type EvenKind,
	type LinePart
} from '../../model';
import type { LayoutOutlet } from '../../layout';
import { outletWords } from '../words';

/** Flow that differs among outlets that are alike, and what is to blame: height, or the part that loses the head. */
export const uneven: Rule = (model) => {
	const [kind] = evenKinds(model);
	if (!kind) return [];
	const { variationPercent, minLph, maxLph } = kind.uniformity;
	if (variationPercent <= model.limit('unevenPercent') || minLph < DRY_LPH) return [];
	const { cause, driest, part } = causeOf(model, kind);
	const outlet = outletWords(model)[0];
	return [
		{
			code: 'uneven-flow',
			step: 'lines',
			severity: 'look',
			subject: driest.containerId,
			off: variationPercent / model.limit('unevenPercent') - 1,
			message:
				`Flow differs by ${Math.round(variationPercent)} % from ${outlet} to ${outlet} (${between(minLph, maxLph, 'flow')}): ${cause}. ` +
				`One timer then drowns some plants or starves others.`,
			fixes: () => [...opened(model, kind, driest), ...evenerFixes(model, kind, part)]
		}
	];
};

/** Which outlet of a kind gets least, and why: it stands higher, or this part of the lines costs it more. */
function causeOf(
	model: SystemModel,
	{ nodeIds }: EvenKind
): { cause: string; driest: LayoutOutlet; part: LinePart | null } {
	const { flows, layout, path } = model;
	const among = new Set(nodeIds);
	const outlets = layout.outlets.filter(({ nodeId }) => among.has(nodeId));
	const given = outlets.map(({ nodeId }) => flows.outletLph.get(nodeId) ?? 0);
	const driest = outlets[given.indexOf(Math.min(...given))]!;
	const wettest = outlets[given.indexOf(Math.max(...given))]!;
	const head = new Map(path.result.nodes.map((n) => [n.id, n.headM]));
	const heads = outlets.map((e) => head.get(e.nodeId) ?? 0);
	const friction = Math.max(...heads) - Math.min(...heads);
	const heights = outlets.map((e) => e.zM);
	if (Math.max(...heights) - Math.min(...heights) >= friction) {
		const left = Math.min(...outlets.map((e, i) => heads[i]! - e.zM));
		const [, many] = outletWords(model);
		return {
			cause: `the ${many} rise ${say((Math.max(...heights) - Math.min(...heights)) * 1000, 'size')} along the row and the last has only ${say(left, 'head')} of head left`,
			driest,
			part: null
		};
	}
	const held = valveTo(model, driest);
	if (held)
		return {
			cause: `the valve ${held.words} is open to ${Math.round(100 * held.open)} %`,
			driest,
			part: null
		};
	const part = costsMore(model, wettest, driest);
	return {
		cause: `${part ? partWords(model, part) : 'the lines'} ${part?.role === 'row' || part?.role === 'stake' ? 'lose' : 'loses'} ${say(part?.lossM ?? friction, 'head')} of head more on the way to ${driest.label} than to ${wettest.label}`,
		driest,
		part
	};
}

/** A valve somebody closed part of the way, of an outlet or of its row: what it is set to is no fault of the lines. */
function valveTo(
	{ operation, layout }: SystemModel,
	{ id, containerId, standId, label }: LayoutOutlet
): { id: string; open: number; words: string } | null {
	const row = layout.containers.find((c) => c.id === containerId)?.row ?? 0;
	const rowId = valveId(standId, row);
	for (const [key, words] of [
		[id, `at ${label}`],
		[rowId, `of the row of ${label}`]
	] as const) {
		const valve = operation.valves[key];
		if (valve && valve.open < 1) return { id: key, open: valve.open, words };
	}
	return null;
}

/** The part of the lines that costs the one outlet most more than the other. */
function costsMore(
	{ layout, path }: SystemModel,
	wettest: LayoutOutlet,
	driest: LayoutOutlet
): LinePart | null {
	const { links } = path.result;
	const spared = lossesTo(wettest.nodeId, layout, links);
	let worst: LinePart | null = null;
	for (const [key, part] of lossesTo(driest.nodeId, layout, links)) {
		const lossM = part.lossM - (spared.get(key)?.lossM ?? 0);
		if (lossM > (worst?.lossM ?? 0)) worst = { ...part, lossM };
	}
	return worst;
}

/** What a grower calls a part of the lines. */
function partWords({ design }: SystemModel, { role, standId }: LinePart): string {
	const stand = standOf(design, standId);
	const of = stand && design.stands.length > 1 ? ` of ${stand.name}` : '';
	const words = {
		main: 'the main',
		header: 'the header',
		row: 'the rows',
		stake: 'the small tubes'
	};
	return `${words[role]}${of}`;
}

/** Another dial, tube or dripper on the same lines: only what the change touches is solved again. */
interface Evener {
	label: string;
	change: Fix['change'];
	edit?: Parameters<typeof variationWith>[1];
}

/** That valve opened all the way, where it makes them more even. */
function opened(model: SystemModel, kind: EvenKind, driest: LayoutOutlet): Fix[] {
	const held = valveTo(model, driest);
	if (!held) return [];
	const valves = Object.entries(model.operation.valves).filter(([id]) => id !== held.id);
	const change = [set('operation.valves', Object.fromEntries(valves))];
	const { variationPercent } = evenAmong(model.with(change).flows, kind.nodeIds);
	if (variationPercent >= kind.uniformity.variationPercent) return [];
	return [
		{
			label: 'Open that valve all the way',
			effect: `differs by ${Math.round(variationPercent)} %`,
			change
		}
	];
}

function evenerFixes(model: SystemModel, kind: EvenKind, part: LinePart | null): Fix[] {
	const fixes: Fix[] = [];
	for (const { label, change, edit } of eveners(model, part)) {
		const { dry, variationPercent } = edit
			? variationWith(model, edit, kind.nodeIds)
			: evenAmong(model.with(change).flows, kind.nodeIds);
		if (dry > 0 || variationPercent >= kind.uniformity.variationPercent * 0.8) continue;
		fixes.push({ label, change, effect: `differs by ${Math.round(variationPercent)} %` });
	}
	return fixes;
}

/** What may make it more even, what is to blame first, then the cheapest. */
function eveners(model: SystemModel, part: LinePart | null): Evener[] {
	const { design, operation } = model;
	const dial =
		design.source.kind === 'pump' && operation.dial < 0.99
			? [{ label: 'Dial to 100 %', change: [set('operation.dial', 1)] }]
			: [];
	const rows = design.stands.map((stand): LinePart => {
		const tubeId = fieldsOf(stand).rowTubeId ?? '';
		return { role: 'row', standId: stand.id, tubeId, lossM: 0 };
	});
	const parts = part && !(part.role === 'row' && design.stands.length === 1) ? [part] : [];
	return [
		...dial,
		...parts.flatMap((blamed) => [...fedInTheMiddle(model, blamed), ...wider(model, blamed)]),
		...rows.flatMap((row) => wider(model, row)),
		...design.stands.flatMap((stand) => evenDrippers(model, stand))
	];
}

/** A header that is to blame gets its water in its middle. */
function fedInTheMiddle({ design }: SystemModel, { role, standId }: LinePart): Evener[] {
	const stand = standOf(design, standId);
	if (role !== 'header' || !stand) return [];
	const { headerFed, rows = 1 } = fieldsOf(stand);
	if (headerFed !== 'end' || rows < 2) return [];
	return [
		{
			label: 'Feed the header in its middle',
			change: [setOf(stand, 'headerFed', 'middle')]
		}
	];
}

const PART_FIELDS = {
	header: ['headerTubeId', 'rowTubeId'],
	row: ['riserTubeId', 'rowTubeId'],
	stake: ['stakeTubeId']
} as const;
const PART_TUBES = {
	main: 'Main',
	header: 'Header',
	row: 'Row tube',
	stake: 'Small tubes'
} as const;

/** The next wider tube for one part of the lines. */
function wider(
	{ shelf, layout, design }: SystemModel,
	{ role, standId, tubeId }: LinePart
): Evener[] {
	const now = shelf.tubes.find(({ id }) => id === tubeId);
	const stand = standOf(design, standId);
	const next = shelf.tubes.find(
		(tube) => now && tube.use === 'feed' && tube.innerDiameterMm > now.innerDiameterMm
	);
	if (!next) return [];
	const field = role === 'main' ? null : PART_FIELDS[role].find((name) => stand && name in stand);
	if (field === undefined || (field && !stand)) return [];
	const mine = layout.runs.filter((run) =>
		role === 'main'
			? run.role === 'main'
			: run.standId === standId &&
				run.tubeId === tubeId &&
				(run.role === role || field === 'rowTubeId')
	);
	return [
		{
			label: `${PART_TUBES[role]} of ${next.nominalMm} mm`,
			change: [
				field && stand ? setOf(stand, field, next.id) : set('design.lines.mainTubeId', next.id)
			],
			edit: { runs: new Set(mine.map(({ id }) => id)), innerDiameterMm: next.innerDiameterMm }
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
