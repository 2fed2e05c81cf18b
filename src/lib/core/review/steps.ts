import { counted, showBare } from '../quantity';
import { z } from 'zod';
import { fieldsOf, kindOf } from '../design';
import { pick } from '../shelf';
import type { SystemModel } from '../model';
import { STEPS, type Finding, type Step } from './finding';
import { daysLeft } from '../model';
import { dayOf } from './dates';

/** `open`: not started; else the worst of what was found. */
export const STATES = ['open', 'fine', 'look', 'stop'] as const;
export const stepSchema = z.strictObject({
	step: z.enum(STEPS),
	state: z.enum(STATES),
	headline: z.string()
});
export interface StepState {
	step: Step;
	state: (typeof STATES)[number];
	headline: string;
}

/** One headline figure and one state a step: the design as a label reads it. */
export function stepsOf(model: SystemModel, findings: readonly Finding[]): StepState[] {
	const open: Partial<Record<Step, boolean>> = {
		plants: model.waterUse.crops.length === 0,
		'dry-run': model.record.dryRunOn === null,
		'plant-out': model.record.plantOutOn === null,
		run: model.record.plantOutOn === null
	};
	return STEPS.map((step) => {
		const mine = findings.filter((finding) => finding.step === step);
		const worst = mine.some((f) => f.severity === 'stop')
			? 'stop'
			: mine.some((f) => f.severity === 'look')
				? 'look'
				: open[step]
					? 'open'
					: 'fine';
		return { step, state: worst, headline: HEADLINES[step](model) };
	});
}

const HEADLINES: Record<Step, (model: SystemModel) => string> = {
	place: ({ area, place, say }) =>
		`${showBare(area.lengthM, 'span', place.units)} × ${say(area.widthM, 'span')}`,
	plants: ({ waterUse }) => {
		const plants = waterUse.bySite.size;
		const kinds = new Set(waterUse.crops.map((c) => c.crop.id)).size;
		return plants === 0 ? 'none yet' : `${plants} of ${counted(kinds, ['kind', 'kinds'])}`;
	},
	sites: ({ design, layout }) => {
		const [stand] = design.stands;
		const { rows, perRow } = fieldsOf(stand!);
		const [one, many] = kindOf(stand!).words.container;
		const count = layout.containers.length;
		if (design.stands.length > 1) return `${layout.sites.length} in ${design.stands.length} stands`;
		if (rows && perRow) return `${rows} × ${perRow} ${count === 1 ? one : many}`;
		return layout.sites.length === count
			? counted(count, [one, many])
			: `${layout.sites.length} in ${counted(count, [one, many])}`;
	},
	lines: ({ design, shelf, say }) =>
		say(
			pick(shelf.tubes, fieldsOf(design.stands[0]!).rowTubeId ?? design.lines.mainTubeId).nominalMm,
			'size'
		),
	pump: ({ path, say }) => {
		const flow = say(path.result.source.flowLph, 'flow');
		return path.result.source.headM > 0
			? `${flow}, ${say(path.result.source.headM, 'head')}`
			: flow;
	},
	tank: (model) => {
		const days = daysLeft(model);
		return days === null ? model.say(model.nowL, 'volume') : model.say(days, 'days');
	},
	'dry-run': ({ record }) => (record.dryRunOn ? dayOf(record.dryRunOn) : 'not yet'),
	feed: ({ feed, operation, levels, layout }) => {
		const [kept] = levels;
		if (kept && !feed)
			return kept.hoursAFill === null
				? `${layout.outlets.length} valves`
				: `${kept.hoursAFill.toFixed(0)} h a fill`;
		if (!feed) return 'no plan';
		if (operation.feed.school === 'continuous') return 'all day';
		return `${feed.plan.events.length} × ${feed.onMin} min`;
	},
	mix: ({ mix, say }) => say(mix.strengthMsCm, 'strength'),
	'plant-out': ({ record }) => (record.plantOutOn ? dayOf(record.plantOutOn) : 'not yet'),
	run: (model) => {
		const days = daysLeft(model);
		return model.record.plantOutOn === null || days === null
			? 'not yet'
			: `${model.say(model.waterUse.useLPerDay, 'volume')} a day`;
	}
};
