import { AREA_KIND, standOf } from '../../design';
import { names } from '../../quantity';
import type { SystemModel } from '../../model';
import { availableFixes, type Fix, type Rule, type Said, setOf } from '../finding';
import { say } from '../sentence';
import { subjectOn } from '../words';

const labels = (model: SystemModel, ids: readonly string[]): string[] => {
	const known = new Map(model.layout.sites.map((site) => [site.id, site.label]));
	return ids.map((id) => known.get(id) ?? id);
};

/** A lean sends the water down one side of a tower. */
export const leaning: Rule = (model) =>
	model.sharing.flatMap((state): Said[] => {
		const { rim, result, outlet } = state;
		if (rim.tiltMmPerM === 0 || state.input.flowLph <= 0) return [];
		const flows = result.sectors.map((sector) => sector.flowLph);
		const most = Math.max(...flows);
		const worst = flows.indexOf(Math.min(...flows));
		if (result.dry === 0 && flows[worst]! / most >= model.limit('towerUneven')) return [];
		const stand = { id: outlet.standId };
		const drySites = rim.lines.filter((_, k) => flows[k] === 0).flat();
		const dry = result.dry > 0;
		const half = Math.floor(state.mostTiltMmPerM / 2);
		return [
			{
				code: dry ? 'tower-line-dry' : 'tower-leans',
				step: 'sites',
				severity: dry ? 'stop' : 'look',
				subject: outlet.containerId,
				message: dry
					? `Tower ${outlet.label} leans ${say(rim.tiltMmPerM, 'slope')}: at ${say(state.input.flowLph, 'flow')} no water runs down ${result.dry} of ${flows.length} sides, and ${names(labels(model, drySites))} stand dry.`
					: `Tower ${outlet.label} leans ${say(rim.tiltMmPerM, 'slope')}: the high side gets ${say(flows[worst]!, 'flow')} where the low side gets ${say(most, 'flow')}. ${names(labels(model, rim.lines[worst] ?? []), 3)} go short first.`,
				fixes: () =>
					availableFixes(
						{
							label: 'Stand it upright',
							effect: 'every side gets the same',
							change: [setOf(stand, 'leanMmPerM', 0)]
						},
						dry &&
							half >= 1 && {
								label: `Shim it to ${say(half, 'slope')}`,
								effect: 'no side is dry',
								change: [setOf(stand, 'leanMmPerM', half)]
							}
					)
			}
		];
	});

/** Where no wind comes. */
/** Its top held by something that holds. */
function tiedUp(model: SystemModel, standId: string): Fix[] {
	const stand = standOf(model.design, standId);
	if (!stand || !('tied' in stand) || stand.tied) return [];
	return [
		{
			label: 'Tie the top to a post or a wall',
			effect: 'neither wind nor a push tips it',
			change: [setOf(stand, 'tied', true)]
		}
	];
}

/** What a child, a dog or somebody in passing tips: said once, of the one that goes first. */
export const pushes: Rule = (model) => {
	const least = model.limit('pushN');
	const loose = model.loads.filter(({ push }) => push && push.result.pushN < least);
	const [first] = [...loose].sort((a, b) => a.push!.result.pushN - b.push!.result.pushN);
	if (!first) return [];
	const { input, result } = first.push!;
	return [
		{
			code: 'push-tips',
			step: 'sites',
			severity: 'look',
			subject: subjectOn(model, first.stand, 'lid'),
			message: `A push of ${say(result.pushN, 'force')} at ${say(input.heightM, 'span')} tips it, with the water there is: less than a child or a dog gives it in passing.`,
			off: least / result.pushN - 1,
			acknowledge: 'Nobody gets at it',
			fixes: () => loose.flatMap(({ stand }) => tiedUp(model, stand.id)).slice(0, 1)
		}
	];
};

/** A free-standing tower in the wind, at this level and at empty. */
export const wind: Rule = (model) => {
	if (AREA_KIND[model.area.kind].sheltered) return [];
	const gusty = model.limit('gustKmH');
	return model.loads.flatMap(({ stand, tipping }): Said[] => {
		if (!tipping || tipping.now.result.gustKmH >= gusty) return [];
		const { now, empty } = tipping;
		const said = say(now.result.gustMS, 'wind');
		const bare = say(empty.gustMS, 'wind');
		// the tank's water only helps where the stand is on it
		const when = said === bare ? '' : ` at this water level, ${bare} when the tank is empty`;
		const needKg = now.result.massKg * ((gusty / now.result.gustKmH) ** 2 - 1);
		return [
			{
				code: 'wind-tips',
				step: 'sites',
				severity: 'look',
				subject: subjectOn(model, stand, 'lid'),
				message:
					`A gust of ${said} tips it${when}. ` +
					`Tie the top to something that holds${needKg < 100 ? `, or stand ${say(needKg, 'mass')} more at its foot` : ''}; local code and the building's owner decide what may be tied to.`,
				acknowledge: 'It is tied',
				off: gusty / now.result.gustKmH - 1,
				fixes: () => tiedUp(model, stand.id)
			}
		];
	});
};

/** Hole pattern: too little pipe left between the holes. */
export const webs: Rule = (model) =>
	model.layout.stands.flatMap((stand): Said[] => {
		if (!stand.holes) return [];
		const { input, result } = stand.holes;
		const { webMm, arcPitchMm } = result;
		const leastMm = model.limit('webMm');
		if (webMm === null || webMm >= leastMm) return [];
		const hole = Math.floor(arcPitchMm - leastMm);
		return [
			{
				code: 'web-too-thin',
				step: 'sites',
				severity: webMm <= 0 ? 'stop' : 'look',
				subject: subjectOn(model, stand, 'A'),
				message:
					webMm <= 0
						? `Holes of ${say(input.holeDiameterMm, 'size')} run into one another: their centres are only ${say(webMm + input.holeDiameterMm, 'size')} apart.`
						: `Only ${say(webMm, 'size')} of pipe are left between two holes; under ${say(leastMm, 'size')} it tears or bends when they are cut.`,
				fixes: () =>
					availableFixes(
						input.perRing > 1 && {
							label: `${input.perRing - 1} sites a ring`,
							effect: 'more pipe between them',
							change: [setOf(stand, 'perRing', input.perRing - 1)]
						},
						hole >= 20 && {
							label: `Holes of ${say(hole, 'size')}`,
							effect: `${say(leastMm, 'size')} left`,
							change: [setOf(stand, 'holeMm', hole)]
						}
					)
			}
		];
	});

/** The cup, plug or cube must go through the hole, and not fall through it. */
export const holes: Rule = (model) =>
	model.design.stands.flatMap((stand): Said[] => {
		if (!('passMm' in stand) || stand.passMm <= stand.holeMm) return [];
		return [
			{
				code: 'hole-too-small',
				step: 'sites',
				severity: 'look',
				subject: subjectOn(model, stand, 'A'),
				message: `What must pass is ${say(stand.passMm, 'size')} wide and the hole ${say(stand.holeMm, 'size')}: it does not go in without breaking roots.`,
				fixes: () => [
					{
						label: `Holes of ${say(Math.min(150, stand.passMm + 2), 'size')}`,
						effect: 'it passes',
						change: [setOf(stand, 'holeMm', Math.min(150, stand.passMm + 2))]
					}
				]
			}
		];
	});
