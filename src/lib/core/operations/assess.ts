import { z } from 'zod';
import { designSchema, placeSchema, type Design, type Place } from '../design';
import {
	Chain,
	findingsOf,
	findingSchema,
	segmentsOf,
	stepSchema,
	stepsOf,
	type Finding,
	type StepState
} from '../review';
import { BUILT_IN_SHELF, type Shelf } from '../shelf';

export const assessInput = z.strictObject({ design: designSchema, place: placeSchema });
export const assessOutput = z.strictObject({
	stands: z.array(z.strictObject({ id: z.string(), family: z.string(), variant: z.string() })),
	sites: z.array(
		z.strictObject({
			id: z.string(),
			standId: z.string(),
			xM: z.number(),
			yM: z.number(),
			zM: z.number(),
			crop: z.string().nullable(),
			mediumL: z.number()
		})
	),
	operations: z.record(z.string(), z.unknown()),
	findings: z.array(findingSchema),
	steps: z.array(stepSchema)
});

interface Done {
	input: unknown;
	result: unknown;
}
export interface Assessment {
	stands: { id: string; family: string; variant: string }[];
	sites: {
		id: string;
		standId: string;
		xM: number;
		yM: number;
		zM: number;
		crop: string | null;
		mediumL: number;
	}[];
	/** Whatever ran, with what went in and what came out; a list where it runs more than once. */
	operations: Record<string, Done | Done[]>;
	findings: Finding[];
	steps: StepState[];
}

/**
 * The whole chain from a design to its findings: layout, network, demand, feeding, tank, mix and review.
 * Every figure shown anywhere stands in `operations` with the input it can be recomputed from.
 */
export const assess = (
	{ design, place }: { design: Design; place: Place },
	shelf: Shelf = BUILT_IN_SHELF
): Assessment => assessChain(new Chain(design, place, shelf));

/** The assessment of a chain that is already there, as the interface holds one. */
export function assessChain(chain: Chain): Assessment {
	const findings = findingsOf(chain);
	return {
		stands: chain.design.stands.map(({ id, family, variant }) => ({ id, family, variant })),
		sites: chain.layout.sites.map(({ id, standId, xM, yM, zM, cropId, mediumL }) => ({
			id,
			standId,
			xM,
			yM,
			zM,
			crop: cropId,
			mediumL
		})),
		operations: operationsOf(chain),
		findings,
		steps: stepsOf(chain, findings)
	};
}

function operationsOf(chain: Chain): Assessment['operations'] {
	const done = (entry: { input: unknown; result: unknown }): Done => ({
		input: entry.input,
		result: entry.result
	});
	const operations: Assessment['operations'] = {};
	for (const { name, input, result } of chain.layout.stands.flatMap((s) => s.operations)) {
		const list = (operations[name] ??= []) as Done[];
		list.push({ input, result });
	}
	operations.network = done(chain.path);
	if (chain.curve) operations['pump-curve'] = done(chain.curve);
	operations.drain = chain.returns.flatMap((r) => (r.result ? [done(r)] : []));
	operations['drain-back'] = done(chain.drainBack);
	operations['tank-level'] = done(chain.tank);
	if (chain.levels.length > 0)
		operations['level-fill'] = chain.levels.flatMap(({ filled }) => (filled ? [done(filled)] : []));
	if (chain.rings.length > 0)
		operations['pipe-loss'] = chain.rings.flatMap((ring) => segmentsOf(ring).map(done));
	if (chain.sharing.length > 0) operations.spread = chain.sharing.map(done);
	const tips = chain.loads.flatMap(({ tipping }) => (tipping ? [done(tipping.now)] : []));
	if (tips.length > 0) operations.tipping = tips;
	const walls = chain.loads.flatMap(({ wall }) => (wall ? [done(wall)] : []));
	if (walls.length > 0) operations['wall-load'] = walls;
	operations.evapotranspiration = done(chain.weather);
	operations['plant-demand'] = chain.thirst.crops.map(({ input, litresPerDay }) => ({
		input,
		result: { litresPerDay }
	}));
	operations['reservoir-size'] = done(chain.size);
	operations['reservoir-run'] = done(chain.run);
	if (chain.feed) operations['feed-plan'] = { input: chain.feed.input, result: chain.feed.plan };
	if (chain.mix.recipe) operations.recipe = done(chain.mix.recipe);
	operations.salts = done(chain.mix.salts);
	return operations;
}
