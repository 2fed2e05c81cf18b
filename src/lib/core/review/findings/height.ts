import { AREA_KIND, fieldsOf, kindOf } from '../../design';
import { crownOf, type Site } from '../../layout';
import type { SystemModel } from '../../model';
import { capital } from '../../quantity';
import { pick } from '../../shelf';
import { availableFixes, set, setOf, type Fix, type Rule } from '../finding';
import { say } from '../sentence';

/** A climber wants at least so much string to climb, m. */
const LEAST_STRING_M = 0.6;

/** Where the leaves of a plant end: what climbs is kept to its strings. */
function topOf({ shelf, design }: SystemModel, site: Site): number {
	const { topM, rootM } = crownOf(site);
	const { kind, heightM } = design.support;
	const climbs = pick(shelf.crops, site.cropId ?? '').habit === 'climber';
	return climbs && kind !== 'none' ? Math.max(rootM, Math.min(topM, heightM)) : topM;
}

/** Grown plants, and what holds them, that do not fit under the roof. */
export const underTheRoof: Rule = (model) => {
	const { area, design, layout } = model;
	if (!AREA_KIND[area.kind].roofed) return [];
	const planted = layout.sites.filter(({ cropId }) => cropId);
	const tops = planted.map((site) => topOf(model, site));
	const [first] = planted;
	const highest = Math.max(0, ...tops);
	const strung = design.support.kind !== 'none' && design.support.heightM > area.heightM;
	if (!first || (highest <= area.heightM + 1e-9 && !strung)) return [];
	const tallest = planted[tops.indexOf(highest)]!;
	const reach = Math.max(highest, strung ? design.support.heightM : 0);
	const crop = pick(model.shelf.crops, tallest.cropId!);
	return [
		{
			code: 'too-tall',
			step: 'plants',
			severity: 'look',
			subject: tallest.containerId,
			message:
				highest > area.heightM
					? `Grown ${crop.plural} reach ${say(highest, 'span')} at ${tallest.label}, where ${area.name} is ${say(area.heightM, 'span')} high.`
					: `What holds the plants up is ${say(reach, 'span')} high, where ${area.name} is ${say(area.heightM, 'span')}.`,
			off: Math.max(0.01, reach / area.heightM - 1),
			acknowledge: 'I keep them shorter',
			fixes: () => availableFixes(...shorter(model, highest - area.heightM))
		}
	];
};

/** Trained along strings under the roof, or from lower down. */
function* shorter(model: SystemModel, byM: number): Iterable<Fix> {
	const { area, design, layout, shelf } = model;
	const climbers = layout.sites.filter(
		(site) => site.cropId && pick(shelf.crops, site.cropId).habit === 'climber'
	);
	const roofM = Math.floor((area.heightM - 0.05) * 20) / 20;
	const highest = Math.max(0, ...climbers.map(({ zM }) => zM));
	if (climbers.length > 0 && roofM - highest >= LEAST_STRING_M)
		yield {
			label: `Strings from ${say(roofM, 'span')}, stems lowered as they grow`,
			effect: `${say(roofM - highest, 'span')} to climb`,
			change: [set('design.support', { kind: 'strings', heightM: roofM })]
		};
	for (const stand of design.stands) {
		const { lowEndHeightMm } = fieldsOf(stand);
		const byMm = Math.ceil(byM * 100) * 10;
		if (lowEndHeightMm === undefined || byMm <= 0 || lowEndHeightMm < byMm) continue;
		yield {
			label: `${capital(kindOf(stand).words.stand)} ${say(byMm, 'size')} lower`,
			effect: 'they end under the roof',
			change: [setOf(stand, 'lowEndHeightMm', lowEndHeightMm - byMm)]
		};
	}
}
