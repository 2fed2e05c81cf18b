import { counted, lowerFirst } from '../../quantity';
import { fieldsOf, kindOf, type Stand } from '../../design';
import { DRY_LPH } from '../../hydraulics';
import { pick, type Emitter } from '../../shelf';
import type { SystemModel } from '../../model';
import { set, type Rule, type Fix, type Said, setOf } from '../finding';
import { say } from '../sentence';
import { driestLph } from './flow-fixes';
import { subjectOn } from '../words';

const grain = (coarse: boolean): Emitter['suits'] => (coarse ? 'coarse' : 'fine');

/** A coarse stake floods fine medium at one spot; a fine one runs straight down through pebbles. */
export const stakes: Rule = (model) =>
	model.design.stands.flatMap((stand): Said[] => {
		const { emitterId, mediumId } = fieldsOf(stand);
		if (!emitterId || !mediumId || kindOf(stand).feeding !== 'pump') return [];
		const emitter = pick(model.shelf.emitters, emitterId);
		const medium = pick(model.shelf.media, mediumId);
		if (emitter.suits === 'any' || emitter.suits === grain(medium.coarse)) return [];
		const name = medium.name.toLowerCase();
		const mine = model.layout.outlets.filter((e) => e.standId === stand.id);
		const most = Math.max(0, ...mine.map((e) => model.flows.outletLph.get(e.nodeId) ?? 0));
		const each = say(most, 'flow');
		return [
			{
				code: 'stake-and-medium',
				step: 'lines',
				severity: 'look',
				subject: subjectOn(model, stand, 'A1'),
				message: medium.coarse
					? `${emitter.name} in ${name}: its ${each} at one spot run straight down, and roots beside it stay dry.`
					: `${emitter.name} in ${name}: ${each} at one spot are more than that takes in; it floods the top and washes a channel.`,
				fixes: () => stakesFor(model, stand, emitter, grain(medium.coarse))
			}
		];
	});

/** Others on the same barb that spread as this medium wants it, and still run everywhere. */
function stakesFor(
	model: SystemModel,
	stand: Stand,
	emitter: Emitter,
	wants: Emitter['suits']
): Fix[] {
	return model.shelf.emitters
		.filter((e) => e.suits === wants && e.use.includes('drip') && e.barbMm === emitter.barbMm)
		.slice(0, 2)
		.flatMap((other): Fix[] => {
			const change = [setOf(stand, 'emitterId', other.id)];
			const after = model.with(change);
			if (Math.min(...after.flows.outletLph.values()) < DRY_LPH) return [];
			return [
				{
					label: `Take the ${lowerFirst(other.name)}`,
					effect: `spreads in ${wants} medium, driest site ${say(driestLph(after), 'flow')}`,
					change
				}
			];
		});
}

/** Even drippers are even because they are narrow. */
export const filters: Rule = (model) => {
	const { design, layout, shelf } = model;
	if (design.lines.filter) return [];
	const narrow = layout.outlets.filter(({ emitterId }) => {
		const { law } = pick(shelf.emitters, emitterId);
		return law.kind !== 'open' && law.nominalFlowLph <= model.limit('narrowLph');
	});
	if (narrow.length === 0) return [];
	const [emitter] = narrow.map(({ emitterId }) => pick(shelf.emitters, emitterId));
	return [
		{
			code: 'drippers-may-clog',
			step: 'lines',
			severity: 'caution',
			subject: narrow[0]!.containerId,
			message: `Nothing keeps swarf, roots and grit out of ${counted(narrow.length, ['outlet', 'outlets'])} as narrow as a ${lowerFirst(emitter!.name)}: the first to clog is found by a wilting plant.`,
			acknowledge: 'I look at each one weekly',
			fixes: () => [
				{
					label: 'Put a screen filter in the main',
					effect: 'rinsed in a minute, and it costs a little head',
					change: [set('design.lines.filter', true)]
				}
			]
		}
	];
};

/** Light grains float off through a drain that has no strainer. */
export const washesOut: Rule = (model) =>
	model.design.stands.flatMap((stand): Said[] => {
		const { strainers, mediumId } = fieldsOf(stand);
		if (strainers !== false || !mediumId) return [];
		const medium = pick(model.shelf.media, mediumId);
		if (medium.coarse && !medium.id.includes('perlite')) return [];
		const drains = model.layout.containers.filter((c) => c.standId === stand.id).length;
		return [
			{
				code: 'medium-washes-out',
				step: 'sites',
				severity: 'look',
				subject: subjectOn(model, stand, 'A1'),
				message: `${medium.name} washes out through ${counted(drains, ['drain', 'drains'])} without a strainer: it gathers in the return and in the pump.`,
				fixes: () => [
					{
						label: 'Strainers in the drains',
						effect: 'the medium stays where it is',
						change: [setOf(stand, 'strainers', true)]
					}
				]
			}
		];
	});

/** Holes with nothing in them let light in and water out. */
export const openHoles: Rule = (model) =>
	model.layout.stands.flatMap(({ id }): Said[] => {
		const mine = model.layout.sites.filter((s) => s.standId === id && s.facingDeg !== null);
		const open = mine.filter((site) => !site.cropId);
		// before anything is planted it is the dry run that looks at them
		if (open.length === 0 || open.length === mine.length) return [];
		return [
			{
				code: 'holes-stand-open',
				step: 'plants',
				severity: 'caution',
				subject: open[0]!.containerId,
				message: `${open.length} of ${mine.length} sites have no plant: light comes in and feeds algae, and water splashes out. Plug or cover them until something grows there.`,
				acknowledge: 'They are plugged',
				fixes: () => []
			}
		];
	});

/** Water must reach the wall of a tower before the first site does. */
export const spreaders: Rule = (model: SystemModel) =>
	model.design.stands.flatMap((stand): Said[] => {
		if (!('rimMm' in stand)) return [];
		const innerMm = stand.outerDiameterMm - 2 * stand.wallMm;
		const offMm = (innerMm - stand.rimMm) / 2;
		const fits = offMm >= 0;
		if (fits && offMm <= model.limit('thrownMm')) return [];
		const rimMm = Math.max(5, Math.floor(innerMm - 4));
		return [
			{
				code: fits ? 'drips-miss-sites' : 'spreader-too-wide',
				step: 'sites',
				severity: fits ? 'look' : 'stop',
				subject: subjectOn(model, stand, 'A'),
				message: fits
					? `Water leaves the spreader ${say(offMm, 'size')} from the wall of the pipe: most of it falls down the middle, past the first sites.`
					: `A spreader of ${say(stand.rimMm, 'size')} does not go into a pipe of ${say(innerMm, 'size')} inside.`,
				fixes: () => [
					{
						label: `Spreader of ${say(rimMm, 'size')}`,
						effect: 'its drips run down the wall, onto the first sites',
						change: [setOf(stand, 'rimMm', rimMm)]
					}
				]
			}
		];
	});
