import type { Ground, STAGES } from '$lib/core/model';
import { coreUnitOf, readField, type Parameter } from '$lib/core/quantity';

interface Words {
	words: string;
	source: string;
	/** The stages that gather what goes in: the figures of practice they read stand behind the result. */
	stages?: (keyof typeof STAGES)[];
}

/** What each operation does, in the grower's words, and where its formula comes from. */
export const WORDS: Record<string, Words> = {
	fluid: {
		words: 'How dense, how thin and how rich in oxygen water is at its warmth.',
		source: 'Tanaka (2001); Benson and Krause (1984); FAO-56'
	},
	dilute: {
		words:
			'What is dissolved stays the same when water is added, so strength falls as volume grows.',
		source: 'balance of what is dissolved'
	},
	base: {
		words:
			'The pH at which positive and negative charges balance, with carbon held: the base’s potassium takes the place of hydrogen, and a carbonate’s own carbon stays in the water and takes up part of it.',
		source: 'closed carbonate system, Stumm and Morgan (1996)'
	},
	stock: {
		words:
			'Grams a litre times how often the bottle is thinned; calcium and iron in one bottle, sulfates and phosphates in the other. How full a bottle is of a salt is its grams over what dissolves at that warmth, each salt taken alone.',
		source: 'handbook solubilities, hydrates by mass balance'
	},
	'top-up': {
		words:
			'Litres times strength is what is dissolved: what is left in the tank, what the water brings and what the stock adds make up the full tank at its strength. Where water alone leaves it too strong, the least is dumped that works.',
		source: 'balance of water and of what is dissolved'
	},
	ppm: {
		words: 'Meters that show ppm measure mS/cm and multiply: by 500, 640 or 700, as they are made.',
		source: 'scales in use'
	},
	assess: {
		words: 'The whole model of a system, from its layout to its findings.',
		source: 'every operation named in it'
	},
	schools: {
		words:
			'Each way of feeding planned for this medium, these crops and this day, and run through the same three hot days; advised is the one that stresses nobody, lets a fine medium drain between, and suits it.',
		source: 'feed-plan and root-zone, one after the other',
		stages: ['feed', 'rootZone', 'powerCut']
	},
	'top-ups': {
		words:
			'Each way of topping up run through the same weeks: plants growing on, days with the weather of their dates. By hand as rarely as the tank never runs low; advised is the one that never does, keeps the strength in the crops’ band, and is least to carry.',
		source: 'reservoir-run, once for each',
		stages: ['run']
	},
	extension: {
		words:
			'The stand is made longer, planted and solved, each part kept, until that part no longer does: the end is found by halving.',
		source: 'the model, at each length tried'
	},
	network: {
		words:
			'At every joint as much water must leave as arrives. The heads are moved until that holds everywhere at once, with each pipe losing head by its friction and fittings and each emitter passing what its head gives.',
		source: 'Darcy–Weisbach with Colebrook–White; Newton’s method on the whole network',
		stages: ['graph']
	},
	'pump-curve': {
		words:
			'The pump’s head falls as its flow rises: H = H₀ − a·Qᵇ. From the nameplate b is 2; from your own jug and watch it is fitted. The dial follows the affinity laws.',
		source: 'nameplate or bench test; affinity laws',
		stages: ['curve']
	},
	drain: {
		words:
			'A return runs part full under its own fall. Its depth is the one at which gravity just carries the flow; it should stay under half full.',
		source: 'Manning, n = 0.010',
		stages: ['returns']
	},
	'drain-back': {
		words:
			'When the pump stops, what stands in the lines and what is falling through the medium comes back. It must fit between the water and the brim.',
		source: 'volume of the pipes, π/4·d²·L',
		stages: ['returns', 'drainBack']
	},
	'tank-level': {
		words: 'Litres at a height from the tank’s true shape, and the other way round.',
		source: 'geometry of the tank',
		stages: ['tank']
	},
	evapotranspiration: {
		words:
			'How much water the air and light of your place draw from a reference crop in a day, in millimetres: litres on each square metre.',
		source: 'FAO-56 Penman–Monteith',
		stages: ['weather']
	},
	'plant-demand': {
		words:
			'Reference evapotranspiration × crop coefficient × leaf area, by stage, times your own factor.',
		source: 'FAO-56; canopy and coefficients are typical, measure yours',
		stages: ['waterUse']
	},
	'reservoir-size': {
		words:
			'Enough to drink from above the pump’s minimum, and enough that what plants leave behind does not move the strength further than you allow.',
		source: 'water and salt balance of the loop',
		stages: ['returns', 'size']
	},
	'reservoir-run': {
		words:
			'The tank day by day: what runs to waste, what the plants drink, then the top-up and a change when one is due. In a loop plants take up a share of the strength there is; where nothing comes back all leaves as strong as it stands.',
		source: 'water and salt balance of the loop',
		stages: ['account', 'loopWater', 'run']
	},
	'feed-plan': {
		words:
			'How often: by the clock, with the light’s course, before the thirstiest site has used up what its medium and roots allow. How long: until the last site of the slowest line has what it lacks, and the line its drain.',
		source: 'water held by the medium; your timer’s steps',
		stages: ['day', 'waterUse', 'feed']
	},
	'root-zone': {
		words:
			'Minute by minute: while the pump runs water comes in, what is over the easy water the medium holds drains, and the plant drinks by the light’s course; with little left it drinks less. What a site does not take passes to the one below.',
		source:
			'water balance of the medium; uptake falls with what is left, after Feddes and others (1978)',
		stages: ['feed', 'rootZone', 'powerCut']
	},
	'tank-heat': {
		words:
			'The water as one body: warmed by its pump and the sun it takes up, drawn to the air through its walls, minute by minute until the days are alike. Oxygen is what water so warm can hold.',
		source: 'C·dT/dt = P + U·A·(air − T) + sun; oxygen after Benson and Krause (1984)',
		stages: ['tankDay']
	},
	'salt-build-up': {
		words:
			'The medium as one mixed cell: feed brings salt, plants take up their share, what drains carries the rest away, and a flush rinses it.',
		source: 'salt balance of the medium, dE/dt = (s·feed − use·uptake − d·E)/V',
		stages: ['account', 'saltInMedia']
	},
	acid: {
		words:
			'The dose that moves the charge balance of the water’s carbonate and phosphate to the pH aimed at, with no gas lost.',
		source: 'closed carbonate system at 25 °C; Stumm and Morgan, Aquatic Chemistry (1996)',
		stages: ['acid']
	},
	push: {
		words: 'Its weight holds it on its foot: F × height = weight × half the foot.',
		source: 'balance of moments about the edge',
		stages: ['loads']
	},
	fixes: {
		words:
			'Each fix is tried: the changed design is judged anew by every rule, and shown only where the finding goes or comes nearer its limit and nothing that cannot work comes with it.',
		source: 'the model, changed'
	},
	settle: {
		words:
			'The first fix that holds of the gravest finding, again and again; then each is left out on trial, and stays out where nothing is lost by it.',
		source: 'the model, changed'
	},
	recipe: {
		words:
			'The grams of each salt that come nearest to the wanted elements, none below zero, counting what your water brings.',
		source: 'weighted non-negative least squares',
		stages: ['strength']
	},
	salts: {
		words: 'Each salt brings its elements by weight; the strength follows from the cations in it.',
		source: 'atomic weights; conductivity after Sonneveld (1999)',
		stages: ['strength', 'mix']
	},
	'layout-row': {
		words: 'How many fit between the ends at this spacing, and how high each stands on the fall.',
		source: 'geometry of the bench'
	},
	'layout-tower': {
		words:
			'Where each hole goes: rings from the clearances and the distance between them, round the pipe in equal parts, every ring turned against the one below by the stagger. The web is what pipe is left between the edges of two holes.',
		source: 'geometry of a cylinder; a taped round is divided by π'
	},
	'level-fill': {
		words:
			'A valve lets water in until it stands as deep as it is set. How much that is follows from the true floor and lean of each; how soon, from the head of the tank and what hose and valve let through.',
		source: 'prism of water on a sloped floor; Darcy–Weisbach and the valve’s rating',
		stages: ['levels']
	},
	spread: {
		words:
			'The rim of a spreader is a weir all round. Where a tower leans, the low side stands deeper under the same water and takes more; with too much lean, or too little water, the high side falls dry.',
		source: 'sharp-crested weir, Poleni, coefficient 0.62',
		stages: ['sharing']
	},
	'pipe-loss': {
		words:
			'Water that runs through a length of pipe loses head by friction and at its fittings. In a line under water that is how much higher the next pot must stand for its water to come.',
		source: 'Darcy–Weisbach with Colebrook–White',
		stages: ['rings']
	},
	'light-at-site': {
		words:
			'Each lamp shines strongest straight down, half as bright at half its spread, and weaker with the square of the distance. A level leaf takes what falls on it; what meets the walls of a room comes back everywhere in it, by what they reflect.',
		source:
			'generalised Lambert source; inverse square law; split-flux formula, Hopkinson and others (1954)',
		stages: ['light']
	},
	shade: {
		words:
			'Sixteen times a day the way from each leaf to the sun is followed. Where a plant, a tower or a wall of leaves stands in it, that share of the sun is lost.',
		source: 'declination and hour angle after FAO-56; plants as cylinders',
		stages: ['shade']
	},
	'held-water': {
		words:
			'What plants can easily take out of the medium when it is wet through, what stands below the drain, and what is on its way down: the flow for as long as it takes, but no more than the medium holds back.',
		source: 'easily available water by medium; time down and hold-up are common practice',
		stages: ['held']
	},
	'ring-level': {
		words:
			'Each pot stands higher than the one it drains through by what that length of line loses. In a ring the water goes home both ways, split so that both lose the same.',
		source: 'Darcy–Weisbach with Colebrook–White; the split by one root',
		stages: ['rings']
	},
	weight: {
		words:
			'Frame, each vessel with its wet medium, its pool and its plants full grown, and the tank with its fill where it stands on it; over the floor it stands on.',
		source: 'weights of the parts; a litre of water weighs a kilogram',
		stages: ['loads']
	},
	'pump-energy': {
		words:
			'Power for the minutes it runs in a day. All of it ends in the water as heat, so this is the most it can warm.',
		source: 'heat capacity of water, 4184 J/kg/K at 20 °C',
		stages: ['pumpEnergy']
	},
	tipping: {
		words:
			'The wind pushes at each face at its height, the weight holds at the edge of the foot. The gust at which the two are even is the one that tips it, standing free; a gust that swings it tips it sooner.',
		source: 'moments about the edge of the foot; drag of 1.2, air at sea level',
		stages: ['loads']
	},
	'wall-load': {
		words:
			'Weight goes across all fixings alike. As it hangs off the wall it also turns about its lower edge and pulls the fixings out, the more the higher they sit.',
		source: 'moments about the lower edge, with a stiff back',
		stages: ['loads']
	}
};

export interface Row {
	name: string;
	value: string;
}

/**
 * Field names as words with their unit: `innerDiameterMm: 37` becomes "inner diameter · 37 mm".
 *
 * @param unit of a record whose own name said it: `elementsMgL: { K: 219 }` is 219 mg/L
 */
/** What went into an operation and what came out. */
export interface Entry {
	input: unknown;
	result: unknown;
}
/** One of what a figure is the sum of. */
export type Part = Row;

export function rowsOf(record: unknown, most = 9, unit = ''): Row[] {
	if (typeof record !== 'object' || record === null) return [];
	return Object.entries(record)
		.flatMap(([key, value]): Row[] => {
			const name = nameOf(key);
			if (typeof value === 'number')
				return [{ name, value: `${figure(value)} ${unitOf(key) || unit}`.trim() }];
			if (typeof value === 'boolean') return [{ name, value: value ? 'yes' : 'no' }];
			if (typeof value === 'string') return [{ name, value }];
			if (Array.isArray(value)) return [{ name, value: `${value.length}` }];
			return rowsOf(value, most, unitOf(key));
		})
		.slice(0, most);
}

const unitOf = (key: string): string => {
	const { quantity } = readField(key);
	return quantity ? coreUnitOf(quantity) : '';
};
/** Fields that their key does not say well. */
const NAMES: Record<string, string> = {
	kc: 'crop coefficient',
	canopyM2: 'leaf area',
	ecEarlyMsCm: 'strength when young',
	ecFullMsCm: 'strength full grown',
	phLow: 'pH from',
	phHigh: 'pH to',
	manningN: 'Manning’s n',
	holdUp: 'hold-up'
};
const nameOf = (key: string): string =>
	NAMES[key] ??
	// elements and ions keep their symbols
	(/^[A-Z]/.test(key)
		? key
		: readField(key)
				.name.replace(/([A-Z])/g, ' $1')
				.toLowerCase());
const figure = (n: number): string =>
	Number.isInteger(n)
		? String(n)
		: Math.abs(n) < 1e-3
			? n.toExponential(2)
			: String(Number(n.toPrecision(4)));

/** What a group of parameters is about. */
const ABOUT: Record<string, string> = {
	transit: 'on its way',
	fittings: 'fitting',
	light: 'light',
	growth: 'leaf by stage',
	vessels: 'vessel',
	leafTargets: 'wanted by leaves',
	fruitTargets: 'wanted by fruit',
	traceTargets: 'wanted',
	limits: 'at most',
	mixing: 'mixing',
	wind: 'leaves and wind',
	supply: 'tank'
};

const ranged = ({ value, low, high, unit }: Parameter): string =>
	`${figure(value)}${low < high ? ` (${figure(low)}–${figure(high)})` : ''} ${unit}`.trim();

/** A figure of practice: "clay pebbles, available fraction", with its range and its source. */
export const groundRow = ({ of, field, figure }: Ground): Row & { source: string } => ({
	name: `${ABOUT[of] ?? of}: ${nameOf(field).trim()}`,
	value: ranged(figure),
	source: figure.source
});
