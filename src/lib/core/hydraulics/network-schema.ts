import { z } from 'zod';
import { id, quantity, refuseRepeats } from '../quantity';
import { DEFAULT_ROUGHNESS_MM, lengthM, pipeFields, roughnessMessage, tooRough } from './friction';

const elevation = (name: string) => quantity(name, 'span', { min: -100, max: 100 });
const waterLevelM = elevation('water level');

/** What an outlet gives, as a share of what its law says at the same head; 1 where nothing is said. 0: shut, and still an outlet. */
const passes = quantity('share passed', 'ratio', { min: 0, max: 4 }).optional();

const outlet = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({
			kind: z.literal('orifice'),
			nominalFlowLph: quantity('nominal flow', 'flow', { above: 0, max: 1e6 }),
			nominalHeadM: quantity('nominal head', 'head', { above: 0, max: 1000 }),
			exponent: quantity('exponent', 'ratio', { min: 0.1, max: 1 }).default(0.5),
			passes
		}),
		z
			.strictObject({
				kind: z.literal('compensating'),
				nominalFlowLph: quantity('nominal flow', 'flow', { above: 0, max: 1e6 }),
				minHeadM: quantity('least head', 'head', { above: 0, max: 1000 }),
				maxHeadM: quantity('greatest head', 'head', { above: 0, max: 1000 }),
				passes
			})
			.refine((o) => o.maxHeadM >= o.minHeadM, {
				path: ['maxHeadM'],
				message: 'greatest head must be at least the least head, m'
			}),
		z.strictObject({
			kind: z.literal('tube'),
			innerDiameterMm: pipeFields.innerDiameterMm,
			lengthM,
			outletElevationM: elevation('outlet elevation'),
			fittingsK: pipeFields.fittingsK.default(0.5),
			passes
		})
	],
	{ error: () => 'outlet kind must be one of orifice, compensating, tube' }
);

const link = z
	.strictObject({
		id: id(),
		from: id('from'),
		to: id('to'),
		innerDiameterMm: pipeFields.innerDiameterMm,
		lengthM,
		roughnessMm: pipeFields.roughnessMm.default(DEFAULT_ROUGHNESS_MM),
		fittingsK: pipeFields.fittingsK.default(0),
		open: z.boolean('open must be true or false').default(true)
	})
	.refine((l) => !tooRough(l.roughnessMm, l.innerDiameterMm), {
		path: ['roughnessMm'],
		message: roughnessMessage
	});

const source = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({
			kind: z.literal('pump'),
			nodeId: id('node'),
			waterLevelM,
			curve: z.strictObject({
				shutOffHeadM: quantity('shut-off head', 'head', { above: 0, max: 1000 }),
				coefficient: quantity('coefficient', 'ratio', { above: 1e-30, max: 1e6 }),
				exponent: quantity('exponent', 'ratio', { min: 1, max: 3 })
			}),
			speed: quantity('speed', 'ratio', { min: 0.1, max: 1 }).default(1)
		}),
		z.strictObject({ kind: z.literal('tank'), nodeId: id('node'), waterLevelM })
	],
	{ error: () => 'source kind must be one of pump, tank' }
);

const node = z.strictObject({
	id: id(),
	elevationM: elevation('elevation'),
	outlet: outlet.optional()
});
/** Elevations, heads and lengths in m, flows in L/h, diameters in mm. */
export type Outlet = z.infer<typeof outlet>;
export type NetworkNode = z.infer<typeof node>;
export type NetworkLink = z.infer<typeof link>;
export type Source = z.infer<typeof source>;
export type CurveNumbers = Extract<Source, { kind: 'pump' }>['curve'];
/** The water path as a graph. */
export interface NetworkInput {
	temperatureC: number;
	source: Source;
	nodes: NetworkNode[];
	links: NetworkLink[];
}

export const networkInput = z
	.strictObject({
		temperatureC: pipeFields.temperatureC.default(20),
		source,
		nodes: z.array(node).min(1, 'nodes must hold at least one node').max(20_000),
		links: z.array(link).max(20_000)
	})
	.superRefine((input, context) => {
		refuseRepeats(context, input.nodes, 'nodes');
		refuseRepeats(context, input.links, 'links');
		const refuse = (path: (string | number)[], message: string) =>
			context.addIssue({ code: 'custom', path, message });
		const known = new Set(input.nodes.map((node) => node.id));
		if (!known.has(input.source.nodeId))
			refuse(['source', 'nodeId'], `there is no node "${input.source.nodeId}"`);
		let sound = known.has(input.source.nodeId);
		input.links.forEach((l, index) => {
			for (const end of ['from', 'to'] as const)
				if (!known.has(l[end])) {
					refuse(['links', index, end], `there is no node "${l[end]}"`);
					sound = false;
				}
			if (l.from === l.to) refuse(['links', index], 'a link cannot join a node to itself');
		});
		if (sound && !reachesAnOutlet(input))
			refuse(['links'], 'no path of links leads from the source to any outlet');
	});

function reachesAnOutlet({ source, nodes, links }: NetworkInput): boolean {
	const outlets = new Set(nodes.filter((node) => node.outlet).map((node) => node.id));
	const next = new Map<string, string[]>();
	const join = (a: string, b: string) => {
		const list = next.get(a);
		if (list) list.push(b);
		else next.set(a, [b]);
	};
	for (const { from, to } of links) {
		join(from, to);
		join(to, from);
	}
	const seen = new Set([source.nodeId]);
	const queue = [source.nodeId];
	for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
		if (outlets.has(at)) return true;
		for (const there of next.get(at) ?? [])
			if (!seen.has(there)) {
				seen.add(there);
				queue.push(there);
			}
	}
	return false;
}

const uniformity = z.strictObject({
	count: z.number(),
	dry: z.number(),
	minLph: z.number(),
	meanLph: z.number(),
	maxLph: z.number(),
	variationPercent: z.number(),
	lowQuarterPercent: z.number(),
	christiansenPercent: z.number()
});

export const networkOutput = z.strictObject({
	source: z.strictObject({ flowLph: z.number(), headM: z.number() }),
	nodes: z.array(
		z.strictObject({
			id: z.string(),
			headM: z.number(),
			pressureM: z.number(),
			outletFlowLph: z.number()
		})
	),
	links: z.array(
		z.strictObject({
			id: z.string(),
			flowLph: z.number(),
			velocityMS: z.number(),
			reynolds: z.number(),
			lossM: z.number()
		})
	),
	uniformity,
	iterations: z.number(),
	imbalanceLph: z.number(),
	lowestPressureM: z.number()
});
export type NetworkResult = z.infer<typeof networkOutput>;
export type Uniformity = z.infer<typeof uniformity>;
