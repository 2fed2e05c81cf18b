import { z } from 'zod';
import { FILE_VERSION, partsSchema, type Parts } from '../design';
import { plainRun } from '../feeding';
import { segmentsOf, SystemModel } from '../model';
import { overridesSchema, parametersWith, type Overrides } from '../parameters';
import {
	findingsOf,
	findingSchema,
	stepSchema,
	STATES_OF_PLANTS,
	stepsOf,
	provenFindings,
	type Finding,
	type ProvenFinding,
	type PlantState,
	type StepState
} from '../review';
import { BUILT_IN_SHELF, ownShelfSchema, shelfWith, type Shelf, type ShelfItem } from '../shelf';

/** A whole document in its parts, with what its place added to the shelf. */
export const assessInput = z.strictObject({
	schemaVersion: z.literal(FILE_VERSION).optional(),
	...partsSchema.shape,
	shelf: ownShelfSchema.optional(),
	/** Figures of practice to put in place of the usual ones. */
	parameters: overridesSchema.optional(),
	/** The day it is looked at: plants grow on from it, and days have the weather of their dates. */
	today: z.iso.date('today must be a date, YYYY-MM-DD').optional()
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

type AssessInput = Parts & {
	shelf?: readonly ShelfItem[];
	parameters?: Overrides;
	today?: string;
};

interface Done {
	/** Of which plants: as they stand, or full grown. Absent where it does not depend on them. */
	state?: PlantState;
	/** Nobody has read the strength off the bottle: the usual one is taken for it. */
	assumed?: true;
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
	findings: ProvenFinding[];
	steps: StepState[];
}

/** The model of an input: its document, with its own shelf and figures of practice where it brings some. */
export function modelFrom(
	{ design, operation, record, place, shelf: own, parameters, today }: AssessInput,
	shelf: Shelf = own ? shelfWith(own) : BUILT_IN_SHELF
): SystemModel {
	const parts = { design, operation, record, place };
	return new SystemModel(parts, shelf, parametersWith(parameters ?? {}), today);
}

/**
 * The whole model from a design to its findings: layout, network, demand, feeding, tank, mix and review.
 * Every figure shown anywhere stands in `operations` with the input it can be recomputed from.
 */
export function assess(input: AssessInput, shelf?: Shelf): Assessment {
	const model = modelFrom(input, shelf);
	return { ...assessModel(model), findings: provenFindings(model) };
}

/** What is known at once of a model that is already there: all but the fixes, which are tried one by one. */
export function assessModel(
	model: SystemModel
): Omit<Assessment, 'findings'> & { findings: Finding[] } {
	const findings = findingsOf(model);
	return {
		stands: model.design.stands.map(({ id, family, variant }) => ({ id, family, variant })),
		sites: model.layout.sites.map(({ id, standId, xM, yM, zM, cropId, mediumL }) => ({
			id,
			standId,
			xM,
			yM,
			zM,
			crop: cropId,
			mediumL
		})),
		operations: operationsOf(model),
		findings,
		steps: stepsOf(model, findings)
	};
}

function operationsOf(model: SystemModel): Assessment['operations'] {
	const done = plainly;
	const operations: Assessment['operations'] = {};
	const { stands } = model.layout;
	const rows = stands.flatMap(({ row }) => row ?? []);
	if (rows.length > 0) operations['layout-row'] = rows.map(done);
	const holes = stands.flatMap((stand) => stand.holes ?? []);
	if (holes.length > 0) operations['layout-tower'] = holes.map(done);
	operations.network = done(model.path);
	if (model.curve) operations['pump-curve'] = done(model.curve);
	operations.drain = model.returns.flatMap((r) => (r.result ? [done(r)] : []));
	operations['drain-back'] = done(model.drainBack);
	operations['tank-level'] = done(model.tank);
	if (model.levels.length > 0)
		operations['level-fill'] = model.levels.flatMap(({ filled }) => (filled ? [done(filled)] : []));
	if (model.rings.length > 0) {
		operations['ring-level'] = model.rings.map(done);
		operations['pipe-loss'] = model.rings.flatMap((ring) => segmentsOf(ring).map(done));
	}
	if (model.sharing.length > 0) operations.spread = model.sharing.map(done);
	if (model.light.input.lamps.length > 0) operations['light-at-site'] = done(model.light);
	operations['held-water'] = [...model.held.values()].map(done);
	operations.evapotranspiration = done(model.weather);
	for (const state of STATES_OF_PLANTS)
		for (const [name, list] of plantOperationsOf(state === 'now' ? model : model.grown)) {
			if (list.length === 0) continue;
			const all = (operations[name] ??= []) as Done[];
			all.push(...list.map((done) => ({ state, ...done })));
		}
	return operations;
}

/** What depends on how far the plants have grown. */
function plantOperationsOf(model: SystemModel): [name: string, list: Done[]][] {
	const { waterUse, size, run, feed, mix, loads, pumpEnergy, saltInMedia, acid, base, bottles } =
		model;
	const { rootZone, powerCut, tankDay } = model;
	const named: [name: string, list: Done[]][] = [
		[
			'plant-demand',
			waterUse.crops.map(({ input, litresPerDay }) => ({ input, result: { litresPerDay } }))
		],
		['reservoir-size', [size]],
		['reservoir-run', [run]],
		['feed-plan', feed ? [{ input: feed.input, result: feed.plan }] : []],
		[
			'root-zone',
			[rootZone, powerCut].flatMap((ran) =>
				ran ? [{ input: ran.input, result: plainRun(ran.result) }] : []
			)
		],
		['tank-heat', [tankDay]],
		['pump-energy', pumpEnergy ? [pumpEnergy] : []],
		['salt-build-up', saltInMedia],
		['recipe', mix.recipe ? [mix.recipe] : []],
		['acid', acid ? [marked(acid)] : []],
		['base', base ? [marked(base)] : []],
		['stock', bottles.made && bottles.stock ? [bottles.stock] : []],
		['salts', [mix.salts]],
		['weight', loads.map(({ weight }) => weight)],
		['tipping', loads.flatMap(({ tipping }) => (tipping ? [tipping.now] : []))],
		['push', loads.flatMap(({ push }) => push ?? [])],
		['wall-load', loads.flatMap(({ wall }) => (wall ? [wall] : []))]
	];
	return named.map(([name, list]) => [
		name,
		list.map((of) => ({ ...plainly(of), ...(of.assumed && { assumed: of.assumed }) }))
	]);
}

/** An entry with what went in and what came out, and nothing else of the stage. */
const plainly = ({ input, result }: { input: unknown; result: unknown }): Done => ({
	input,
	result
});
const marked = (of: { assumed: boolean; input: unknown; result: unknown }): Done => ({
	...(of.assumed && { assumed: true as const }),
	...plainly(of)
});
