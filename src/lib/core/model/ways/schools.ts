import { DAY_MIN, dutyOf, SCHOOLS, type School } from '../../design';
import { feedPlan, rootZone, worstCut, type RootZone, type RootZoneInput } from '../../feeding';
import { InvalidInput, NoSolution, type Steps } from '../../quantity';
import { pick } from '../../shelf';
import { advisedSchool, feedInput, type FeedState } from '../feed';
import type { SystemModel } from '../model';
import { cutRun, rootZoneOf, watchedRun } from '../root-zone';

/** What one way of feeding does to the same plants in the same three days. */
export interface SchoolRun {
	school: School;
	/** Feeds a day and minutes of each; null: no plan can be made. */
	feeds: { count: number; onMin: number; pumpMinutes: number } | null;
	/** More feeds than the timer holds. */
	overSlots: boolean;
	/** Minutes of stress of the driest site, in three hot days and in three common ones. */
	stressMin: number;
	commonStressMin: number;
	/** What runs through, and what the pump uses, a day. */
	drainedLPerDay: number;
	kwhPerDay: number;
	/** Hours of a day in which the wettest medium is as good as full. */
	soakedH: number;
	/** From the power failing at the worst moment. */
	hoursToStress: number | null;
	hoursToWilt: number | null;
	/** Of its easy water what the driest site holds, every quarter of an hour of the hot days. */
	course: number[];
	/** The one that suits these plants, and why; null: another does. */
	because: string | null;
}

/** As good as full. */
const FULL = 0.97;

/** Hours of the last day that a course is fuller than that. */
export function hoursFull(course: ArrayLike<number>, everyMin: number): number {
	const samples = Math.min(course.length, Math.round(DAY_MIN / everyMin));
	let full = 0;
	for (let k = course.length - samples; k < course.length; k++) if (course[k]! > FULL) full++;
	return (24 * full) / samples;
}

/**
 * The ways of feeding side by side: each planned for this medium, these crops and this day, run through the same
 * three hot days, and what suits named. A step a school.
 */
export function* schoolSteps(model: SystemModel): Steps<SchoolRun[]> {
	const runs: SchoolRun[] = [];
	for (const school of SCHOOLS) {
		runs.push(runOf(model, school));
		yield runs.length / SCHOOLS.length;
	}
	return advised(model, runs);
}

const NOTHING: Omit<SchoolRun, 'school'> = {
	feeds: null,
	overSlots: false,
	stressMin: 0,
	commonStressMin: 0,
	drainedLPerDay: 0,
	kwhPerDay: 0,
	soakedH: 0,
	hoursToStress: null,
	hoursToWilt: null,
	course: [],
	because: null
};

/** A plan of a school as the timer would be set for it. */
function planned(
	model: SystemModel,
	school: School
): Pick<FeedState, 'input' | 'plan' | 'onMin'> | null {
	const input = feedInput(model, { ...model.operation.feed, school });
	if (!input) return null;
	try {
		const plan = feedPlan(input);
		// minutes set by hand belong to the school that is followed
		const { setMin, school: followed } = model.operation.feed;
		const set = school === followed && school !== 'continuous' ? setMin : null;
		return { input, plan, onMin: set ?? plan.onMin };
	} catch (problem) {
		if (problem instanceof NoSolution || problem instanceof InvalidInput) return null;
		throw problem;
	}
}

function runOf(model: SystemModel, school: School): SchoolRun {
	const made = planned(model, school);
	const input = made && rootZoneOf(made);
	if (!made || !input) return { ...NOTHING, school };
	const { result: hot, watched } = watchedRun(input);
	const driest = hot.sites.reduce((a, b) => (a.minFraction <= b.minFraction ? a : b));
	const course = (id: string) => hot.series.sites.find((site) => site.id === id)!.fraction;
	const worst = worstCut(input, watched);
	const cut = worst && cutRun(input, worst.siteId, worst.atMin);
	const onMin = Math.min(DAY_MIN, made.onMin * made.plan.events.length);
	const pumpMinutes = Math.round(dutyOf(model.operation.feed) * onMin);
	return {
		school,
		feeds: { count: made.plan.events.length, onMin: made.onMin, pumpMinutes },
		overSlots: made.plan.warnings.includes('too-many-events'),
		stressMin: stressOf(hot),
		commonStressMin: stressOf(rootZone(common(input, model))),
		drainedLPerDay: hot.returnedL / input.days,
		kwhPerDay: (wattsOf(model) * pumpMinutes) / 60_000,
		soakedH: Math.max(...hot.series.sites.map(({ id }) => hoursFull(course(id), input.sampleMin))),
		hoursToStress: cut?.hoursToStress ?? null,
		hoursToWilt: cut?.hoursToWilt ?? null,
		course: Array.from(course(driest.id)),
		because: null
	};
}

const stressOf = ({ sites }: RootZone): number => Math.max(...sites.map((site) => site.stressMin));
const wattsOf = ({ design, shelf }: SystemModel): number =>
	design.source.kind === 'pump' ? pick(shelf.pumps, design.source.partId).watts : 0;

/** The same on common days: what hot ones ask for more is taken off again. */
function common(input: RootZoneInput, { parameters }: SystemModel): RootZoneInput {
	const times = parameters.roots.hotDay.value;
	const sites = input.sites.map((site) => ({ ...site, demandLPerDay: site.demandLPerDay / times }));
	return { ...input, sites };
}

/** A medium so wet for so long has no air to speak of, unless it is coarse. */
const DROWNED_H = 23;

/** Names the one that suits: nobody stressed, drained between where the medium asks for it, and least pumped. */
function advised(model: SystemModel, runs: SchoolRun[]): SchoolRun[] {
	const media = [...new Set(model.layout.sites.flatMap((s) => (s.cropId ? [s.mediumId] : [])))].map(
		(id) => pick(model.shelf.media, id)
	);
	const fine = media.some(({ coarse }) => !coarse);
	const usual = media[0] ? advisedSchool(media[0], model.parameters) : 'soak';
	const fits = runs.filter(
		(run) =>
			run.feeds && !run.overSlots && run.school !== 'fixed' && !(fine && run.soakedH > DROWNED_H)
	);
	const dry = Math.min(...fits.map(({ stressMin }) => stressMin));
	const calm = fits.filter(({ stressMin }) => stressMin <= dry);
	const best =
		calm.find(({ school }) => school === usual) ??
		calm.sort((a, b) => a.feeds!.pumpMinutes - b.feeds!.pumpMinutes)[0];
	return runs.map((run) => (run === best ? { ...run, because: reason(run, fine) } : run));
}

function reason({ stressMin, feeds }: SchoolRun, fine: boolean): string {
	const dry = stressMin === 0 ? 'nobody is stressed on hot days' : 'least stress on hot days';
	const air = fine ? ', the medium drains between' : '';
	return `${dry}${air}, and the pump runs ${feeds!.pumpMinutes} min a day`;
}
