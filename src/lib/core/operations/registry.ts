import { z } from 'zod';
import * as construction from '../construction';
import { upgradeFile } from '../design';
import * as feeding from '../feeding';
import * as hydraulics from '../hydraulics';
import * as layout from '../layout';
import * as nutrients from '../nutrients';
import { allOf, type Steps } from '../quantity';
import * as shape from '../shelf';
import * as water from '../water';
import { assess, assessInput, assessOutput } from './assess';
import { fixesInput, fixesOfInput, fixesOutput, settleOfInput, settleOutput } from './fixes';
import { schoolsInput, schoolsOfInput, schoolsOutput } from './schools';
import { topUpsInput, topUpsOfInput, topUpsOutput } from './top-ups';
import { extensionInput, extensionOfInput, extensionOutput } from './extension';

/** A pure calculation by name: checked input in, result out. */
export interface Operation {
	id: string;
	summary: string;
	input: z.ZodType;
	output: z.ZodType;
	/** Brings an input of an older version up to this one. */
	upgrade?(raw: unknown): unknown;
	run(input: never): unknown;
	/** The same cut into steps, where it takes more than a moment. */
	steps?(input: never): Steps<unknown>;
}

/** An operation that takes its time: off the page's thread, with progress and a way to stop. */
const long = <I extends z.ZodType, O extends z.ZodType>(
	id: string,
	summary: string,
	input: I,
	output: O,
	steps: (input: z.output<I>) => Steps<z.output<O>>,
	upgrade?: Operation['upgrade']
): Operation => ({
	id,
	summary,
	input,
	output,
	run: (parsed: z.output<I>) => allOf(steps(parsed)),
	steps,
	...(upgrade && { upgrade })
});

const operation = <I extends z.ZodType, O extends z.ZodType>(
	id: string,
	summary: string,
	input: I,
	output: O,
	run: (input: z.output<I>) => z.output<O>,
	upgrade?: Operation['upgrade']
): Operation => ({ id, summary, input, output, run, ...(upgrade && { upgrade }) });

/** Every operation there is. The interface, the worker, the server and the command line serve this list. */
export const OPERATIONS: readonly Operation[] = [
	operation(
		'fluid',
		'Density, viscosity, oxygen and vapour pressure of water',
		hydraulics.fluidInput,
		hydraulics.fluidOutput,
		hydraulics.fluid
	),
	operation(
		'pipe-loss',
		'Head lost in a pipe with its fittings',
		hydraulics.pipeLossInput,
		hydraulics.pipeLossOutput,
		hydraulics.pipeLoss
	),
	operation(
		'pump-curve',
		'A pump’s curve from nameplate, data sheet or jug and watch',
		hydraulics.pumpCurveInput,
		hydraulics.pumpCurveOutput,
		hydraulics.pumpCurve
	),
	operation(
		'network',
		'Flow and head everywhere in a network of pipes and outlets',
		hydraulics.networkInput,
		hydraulics.networkOutput,
		hydraulics.solveNetwork
	),
	operation(
		'drain',
		'Depth and capacity of a gravity return flowing part full',
		hydraulics.drainInput,
		hydraulics.drainOutput,
		hydraulics.drain
	),
	operation(
		'drain-back',
		'What returns to the tank when the pump stops',
		hydraulics.drainBackInput,
		hydraulics.drainBackOutput,
		hydraulics.drainBack
	),
	operation(
		'tank-level',
		'Height to litres and back for a tank’s shape, and its tape marks',
		shape.tankLevelInput,
		shape.tankLevelOutput,
		shape.tankLevel
	),
	operation(
		'layout-row',
		'Containers along a rail or bench',
		layout.layoutRowInput,
		layout.layoutRowOutput,
		layout.layoutRow
	),
	operation(
		'layout-tower',
		'Where the holes go on a round pipe, by tape and by angle',
		layout.layoutTowerInput,
		layout.layoutTowerOutput,
		layout.layoutTower
	),
	operation(
		'level-fill',
		'Depth and litres that float or level valves hold, and how long they fill',
		hydraulics.levelFillInput,
		hydraulics.levelFillOutput,
		hydraulics.levelFill
	),
	operation(
		'spread',
		'How a spreader’s rim shares water round a tower',
		hydraulics.spreadInput,
		hydraulics.spreadOutput,
		hydraulics.spread
	),
	operation(
		'tipping',
		'The gust that tips a free-standing tower',
		construction.tippingInput,
		construction.tippingOutput,
		construction.tipping
	),
	operation(
		'push',
		'The push that tips a standing thing',
		construction.pushInput,
		construction.pushOutput,
		construction.push
	),
	operation(
		'wall-load',
		'Pull and shear on each fixing of a garden on a wall',
		construction.wallLoadInput,
		construction.wallLoadOutput,
		construction.wallLoad
	),
	operation(
		'evapotranspiration',
		'Reference evapotranspiration from weather or lamps',
		water.evapotranspirationInput,
		water.evapotranspirationOutput,
		water.evapotranspiration
	),
	operation(
		'plant-demand',
		'What plants drink in a day',
		water.plantDemandInput,
		water.plantDemandOutput,
		water.plantDemand
	),
	operation(
		'reservoir-size',
		'Water needed between refills, by supply and by drift',
		water.reservoirSizeInput,
		water.reservoirSizeOutput,
		water.reservoirSize
	),
	operation(
		'reservoir-run',
		'The tank day by day: level, strength and reserve',
		water.reservoirRunInput,
		water.reservoirRunOutput,
		water.reservoirRun
	),
	operation(
		'salt-build-up',
		'Salt in a medium whose drain runs to waste, day by day',
		water.saltBuildUpInput,
		water.saltBuildUpOutput,
		water.saltBuildUp
	),
	operation(
		'feed-plan',
		'When and how long the pump runs, and what each site gets',
		feeding.feedPlanInput,
		feeding.feedPlanOutput,
		feeding.feedPlan
	),
	{
		...long(
			'root-zone',
			'The medium at each site minute by minute: how dry it gets, and when stress begins',
			feeding.rootZoneInput,
			feeding.rootZoneOutput,
			feeding.rootZoneSteps
		),
		run: (input: feeding.RootZoneInput) => feeding.plainRun(feeding.rootZone(input))
	},
	operation(
		'tank-heat',
		'How warm the water gets in a day, and the oxygen it can hold',
		water.tankHeatInput,
		water.tankHeatOutput,
		water.tankHeat
	),
	operation(
		'salts',
		'Elements, ions and conductivity of a mix',
		nutrients.saltsInput,
		nutrients.saltsOutput,
		nutrients.salts
	),
	operation(
		'recipe',
		'Grams of each salt for a set of targets',
		nutrients.recipeInput,
		nutrients.recipeOutput,
		nutrients.recipe
	),
	operation(
		'acid',
		'Acid that brings water down to a pH, and the nutrient it adds',
		nutrients.acidInput,
		nutrients.acidOutput,
		nutrients.acid
	),
	operation(
		'base',
		'Base that brings water up to a pH, and the potassium it adds',
		nutrients.baseInput,
		nutrients.baseOutput,
		nutrients.base
	),
	operation(
		'stock',
		'Two bottles of concentrate: what goes in which, and whether it dissolves',
		nutrients.stockInput,
		nutrients.stockOutput,
		nutrients.stock
	),
	operation(
		'top-up',
		'What to dump, to fill and to dose to bring a tank back',
		nutrients.topUpInput,
		nutrients.topUpOutput,
		nutrients.topUp
	),
	operation(
		'dilute',
		'Volume or strength after thinning a concentrate',
		nutrients.diluteInput,
		nutrients.diluteOutput,
		nutrients.dilute
	),
	operation(
		'ppm',
		'mS/cm to ppm on three scales, and back',
		nutrients.ppmInput,
		nutrients.ppmOutput,
		nutrients.ppm
	),
	operation(
		'light-at-site',
		'Light of lamps at each site, and what it adds up to in a day',
		water.lightAtSiteInput,
		water.lightAtSiteOutput,
		water.lightAtSite
	),
	operation(
		'shade',
		'Hours of sun each site loses to what stands in front of it',
		water.shadeInput,
		water.shadeOutput,
		water.shade
	),
	operation(
		'held-water',
		'Water a vessel holds: in its medium, standing in it, and on its way down',
		water.heldWaterInput,
		water.heldWaterOutput,
		water.heldWater
	),
	operation(
		'ring-level',
		'The level in every vessel on a return line under water',
		hydraulics.ringLevelInput,
		hydraulics.ringLevelOutput,
		hydraulics.ringLevel
	),
	operation(
		'weight',
		'What a stand weighs, and what it puts on the floor',
		construction.weightInput,
		construction.weightOutput,
		construction.weight
	),
	operation(
		'pump-energy',
		'What a pump uses, costs and warms',
		hydraulics.pumpEnergyInput,
		hydraulics.pumpEnergyOutput,
		hydraulics.pumpEnergy
	),
	operation(
		'assess',
		'The whole model: layout, water, feeding, tank, mix and findings',
		assessInput,
		assessOutput,
		(input) => assess(input),
		upgradeFile
	),
	long(
		'fixes',
		'The fixes of one finding that were tried and hold',
		fixesInput,
		fixesOutput,
		fixesOfInput,
		upgradeFile
	),
	long(
		'settle',
		'A set of changes that clears every stop and look it can',
		assessInput,
		settleOutput,
		settleOfInput,
		upgradeFile
	),
	long(
		'schools',
		'Ways of feeding the same plants, run through the same hot days',
		schoolsInput,
		schoolsOutput,
		schoolsOfInput,
		upgradeFile
	),
	long(
		'top-ups',
		'Ways of topping the same tank up, run through the same weeks',
		topUpsInput,
		topUpsOutput,
		topUpsOfInput,
		upgradeFile
	),
	long(
		'extension',
		'How far a stand can be made longer, and which part gives way first',
		extensionInput,
		extensionOutput,
		extensionOfInput,
		upgradeFile
	)
];

const byId = new Map(OPERATIONS.map((op) => [op.id, op]));
/** The operation with this id; undefined where there is none. */
export const findOperation = (id: string): Operation | undefined => byId.get(id);

/** JSON Schemas of an operation's input and output. */
export const schemasOf = (op: Operation) => ({
	input: z.toJSONSchema(op.input, { io: 'input', unrepresentable: 'any' }),
	output: z.toJSONSchema(op.output, { io: 'output', unrepresentable: 'any' })
});
