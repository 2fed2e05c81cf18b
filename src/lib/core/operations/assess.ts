import { z } from 'zod';
import { FILE_VERSION, partsSchema, type Parts } from '../design';
import {
	Chain,
	findingsOf,
	findingSchema,
	segmentsOf,
	stepSchema,
	STATES_OF_PLANTS,
	stepsOf,
	type Finding,
	type PlantState,
	type StepState
} from '../review';
import { BUILT_IN_SHELF, ownShelfSchema, shelfWith, type Shelf, type ShelfItem } from '../shelf';

/** A whole document in its parts, with what its place added to the shelf. */
export const assessInput = z.strictObject({
	schemaVersion: z.literal(FILE_VERSION).optional(),
	...partsSchema.shape,
	shelf: ownShelfSchema.optional()
});
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
	/** Of which plants: as they stand, or full grown. Absent where it does not depend on them. */
	state?: PlantState;
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
export function assess(
	{ design, operation, record, place, shelf: own }: Parts & { shelf?: readonly ShelfItem[] },
	shelf: Shelf = own ? shelfWith(own) : BUILT_IN_SHELF
): Assessment {
	return assessChain(new Chain({ design, operation, record, place }, shelf));
}

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
	operations.evapotranspiration = done(chain.weather);
	for (const state of STATES_OF_PLANTS)
		for (const [name, list] of plantOperationsOf(state === 'now' ? chain : chain.grown)) {
			if (list.length === 0) continue;
			const all = (operations[name] ??= []) as Done[];
			all.push(...list.map(({ input, result }) => ({ state, input, result })));
		}
	return operations;
}

/** What depends on how far the plants have grown. */
function plantOperationsOf(chain: Chain): [name: string, list: Done[]][] {
	const { thirst, size, run, feed, mix, loads } = chain;
	return [
		[
			'plant-demand',
			thirst.crops.map(({ input, litresPerDay }) => ({ input, result: { litresPerDay } }))
		],
		['reservoir-size', [size]],
		['reservoir-run', [run]],
		['feed-plan', feed ? [{ input: feed.input, result: feed.plan }] : []],
		['recipe', mix.recipe ? [mix.recipe] : []],
		['salts', [mix.salts]],
		['tipping', loads.flatMap(({ tipping }) => (tipping ? [tipping.now] : []))],
		['wall-load', loads.flatMap(({ wall }) => (wall ? [wall] : []))]
	];
}
