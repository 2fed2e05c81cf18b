import { returnHeight } from './return';
import { spotOf, fieldsOf, type Stand } from '../../design';
import { FIXINGS, pick, type Fixing } from '../../shelf';
import type { StandLoad, SystemModel } from '../../model';
import { set, availableFixes, type Rule, type Fix, type Said, setOf } from '../finding';
import { say } from '../sentence';
import { subjectOn } from '../words';

const at = (model: SystemModel, standId: string): number =>
	model.design.stands.findIndex((stand) => stand.id === standId);

/** Pull and shear on the fixings of a wall, against what they hold. */
export const fixings: Rule = (model) =>
	model.loads.flatMap((load): Said[] => (load.wall ? [hangsOn(model, load, load.wall)] : []));

type Wall = NonNullable<StandLoad['wall']>;

/** How much of what a fixing may be asked for it is asked for; over 1 is too much. */
const usedOf = ({ result }: Wall, fixing: Fixing, factor: number): number =>
	Math.max(result.worstPullN / fixing.pullN, result.shearPerFixingN / fixing.shearN) * factor;

/** Of the kinds in a wall, the one that gives first: a stiff back asks the same of all in a row. */
function weakestOf(design: Stand, wall: Wall, factor: number): Fixing {
	if (!('fixing' in design)) return FIXINGS[0]!;
	const kinds = [design.fixing, ...(design.otherFixings > 0 ? [design.otherFixing] : [])];
	return kinds
		.map((id) => pick(FIXINGS, id))
		.reduce((a, b) => (usedOf(wall, b, factor) > usedOf(wall, a, factor) ? b : a));
}

function hangsOn(model: SystemModel, { stand, massKg }: StandLoad, wall: Wall): Said {
	const factor = model.limit('fixingFactor');
	const design = model.design.stands[at(model, stand.id)]!;
	const fixing = weakestOf(design, wall, factor);
	const mixed = 'otherFixings' in design && design.otherFixings > 0;
	const { worstPullN, shearPerFixingN } = wall.result;
	const over = usedOf(wall, fixing, factor) > 1;
	return {
		code: over ? 'fixings-overloaded' : 'wall-bears',
		step: 'sites',
		severity: over ? 'stop' : 'caution',
		subject: subjectOn(model, stand, 'wall'),
		message:
			`Wet and grown, ${say(massKg, 'mass')} hang on the wall: each fixing holds ${say(shearPerFixingN, 'force')} across and the worst pulls with ${say(worstPullN, 'force')}. ` +
			`${mixed ? 'The weaker' : 'One'} of ${mixed ? 'the kinds mixed' : 'this kind'} (${fixing.name}) holds ${say(fixing.pullN, 'force')} (${fixing.figures.pullN!.source}); with a factor of ${factor} that is ${over ? 'too little' : 'enough'}. Whether the wall bears it, its owner and local code decide.`,
		...(!over && { acknowledge: 'The wall bears it' }),
		fixes: () => (over ? strongerFixings(design, wall, fixing, factor) : [])
	};
}

/** More fixings of the kind, or the first kind that holds. */
function strongerFixings(design: Stand, wall: Wall, fixing: Fixing, factor: number): Fix[] {
	const stronger = FIXINGS.find((other) => usedOf(wall, other, factor) <= 1);
	const used = usedOf(wall, fixing, factor);
	return availableFixes(
		moreFixings(design, used),
		stronger &&
			'fixing' in design && {
				label: stronger.name,
				effect: `${say(stronger.pullN, 'force')} each`,
				change: [
					setOf(design, 'fixing', stronger.id),
					...(design.otherFixings > 0 ? [setOf(design, 'otherFixing', stronger.id)] : [])
				]
			}
	);
}

/** As many more of what is there as hold it. */
function moreFixings(design: Stand, used: number): Fix | false {
	if ('clips' in design) {
		const clips = Math.min(20, Math.ceil(design.clips * used));
		return {
			label: `${clips} clips up the wall`,
			effect: 'each holds its part',
			change: [setOf(design, 'clips', clips)]
		};
	}
	if (!('fixingsPerTier' in design)) return false;
	const more = Math.min(40, Math.ceil((design.fixingsPerTier + design.otherFixings) * used));
	return {
		label: `${more - design.otherFixings} fixings a ${design.variant === 'channels' ? 'rail' : 'tier'}`,
		effect: 'each holds its quarter',
		change: [setOf(design, 'fixingsPerTier', more - design.otherFixings)]
	};
}

/** Fixings go into studs, where the wall has them. */
export const studs: Rule = (model) => {
	const spacing = model.area.studMm;
	if (spacing === null) return [];
	return model.loads.flatMap(({ stand, wall }): Said[] => {
		if (!wall) return [];
		const i = at(model, stand.id);
		const design = model.design.stands[i]!;
		if (!('fixingsPerTier' in design)) return [];
		const row = design.variant === 'channels' ? 'rail' : 'tier';
		const there = // as many as are certain, wherever the first one stands
			Math.max(1, Math.floor((stand.lengthM * 1000) / spacing));
		if (design.fixingsPerTier + design.otherFixings <= there) return [];
		return [
			{
				code: 'more-fixings-than-studs',
				step: 'sites',
				severity: 'look',
				subject: subjectOn(model, stand, 'wall'),
				message: `${design.fixingsPerTier + design.otherFixings} fixings a ${row}, but only ${there} studs stand behind ${say(stand.lengthM, 'span')} of wall at ${say(spacing, 'size')}. A fixing beside a stud holds next to nothing.`,
				fixes: () => [
					{
						label: `${there} a ${row}, one in each stud`,
						effect: 'every one holds',
						change: [setOf(stand, 'fixingsPerTier', there), setOf(stand, 'otherFixings', 0)]
					}
				]
			}
		];
	});
};

/** Air gathers where a header is highest and stops the flow. */
export const airLock: Rule = (model) =>
	model.design.stands.flatMap((stand): Said[] => {
		if (!('airBleed' in stand) || stand.airBleed) return [];
		return [
			{
				code: 'no-air-bleed',
				step: 'lines',
				severity: 'look',
				subject: subjectOn(model, stand, 'A'),
				message:
					'The header has no air bleed at its high point: air that gathers there keeps the last channels dry.',
				fixes: () => [
					{
						label: 'Add an air bleed',
						effect: 'the header fills every time',
						change: [setOf(stand, 'airBleed', true)]
					}
				]
			}
		];
	});

/** Drainage that goes to waste takes water and feed with it. */
export const toWaste: Rule = (model) =>
	model.design.stands.flatMap((stand): Said[] => {
		if (!('drainsTo' in stand) || stand.drainsTo !== 'waste' || !model.feed) return [];
		const mine = new Set(
			model.layout.sites.filter((site) => site.standId === stand.id).map((site) => site.id)
		);
		const events = model.feed.plan.events.length;
		let litres = 0;
		for (const [id, { doseL, deficitL }] of model.feed.dose)
			if (mine.has(id)) litres += Math.max(0, doseL - deficitL) * events;
		const back = [setOf(stand, 'drainsTo', 'tank')];
		// what ran to waste anywhere must now end over the tank's water
		const higher = returnHeight(model.with(back))[0]?.fixes()[0];
		return [
			{
				code: 'drains-to-waste',
				step: 'feed',
				severity: 'caution',
				subject: subjectOn(model, stand, 'top'),
				message: `${say(litres, 'volume')} a day run to waste with their feed. Measure what drains: at a fifth of what you give you may stop. Let it run where it harms no drain, bed or well.`,
				acknowledge: 'I want it so',
				fixes: () =>
					availableFixes({
						label: 'Bring it back to the tank',
						effect: `${say(litres, 'volume')} a day saved${higher ? `; ${higher.label.toLowerCase()}` : ''}`,
						change: [...back, ...(higher?.change ?? [])]
					})
			}
		];
	});

/** A plate that stands in the water drowns the roots on it. */
export const wetPlate: Rule = (model) => {
	const { tank } = model.design;
	if (spotOf(model.design) !== 'inside' || tank.overflowBelowRimMm >= 10) return [];
	return [
		{
			code: 'plate-under-water',
			step: 'tank',
			severity: 'look',
			subject: 'tank',
			message: `Filled to the brim the water touches the plate: roots on it get no air. An overflow hole ${say(15, 'size')} under it keeps the water down.`,
			fixes: () => [
				{
					label: `Overflow ${say(15, 'size')} under the plate`,
					effect: 'the plate stands clear',
					change: [set('design.tank.overflowBelowRimMm', 15)]
				}
			]
		}
	];
};

/** Bucket stacks and spreaders want a level foot more than anything: said where they stand. */
export const mustStandLevel: Rule = (model) =>
	model.sharing.length === 0 ||
	model.design.stands.every((s) => (fieldsOf(s).leanMmPerM ?? 0) === 0)
		? model.sharing.slice(0, 1).map(({ outlet, mostTiltMmPerM }): Said => ({
				code: 'stand-it-level',
				step: 'dry-run',
				severity: 'caution',
				subject: outlet.containerId,
				message: `Stand every tower to the bubble: from ${say(Math.floor(mostTiltMmPerM), 'slope')} on, one side runs dry at this flow.`,
				acknowledge: 'They stand upright',
				fixes: () => []
			}))
		: [];
