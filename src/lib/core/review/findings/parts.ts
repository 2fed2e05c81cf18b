import { capital, plural } from '../../quantity';
import { fieldsOf } from '../../design';
import { pumpJoint, type Joint } from '../../layout';
import type { SystemModel } from '../../model';
import { has, kindOfPart } from '../../shelf';
import { set, availableFixes, type Fix, type Rule, setOf } from '../finding';
import { say } from '../sentence';
import { subjectOn } from '../words';

/** Tubes on barbs of another size, told together: what to buy, or what to take instead. */
export const joints: Rule = (model) => {
	const list = [...pumpJoint(model.design, model.shelf), ...model.layout.joints].filter(
		(joint) => !joint.fits
	);
	const [first] = list;
	if (!first) return [];
	// stands that are alike need the same
	const alike = new Map<string, Joint>();
	for (const joint of list) {
		const key = `${joint.name} (${joint.aMm} on ${joint.bMm} mm)`;
		const count = joint.count + (alike.get(key)?.count ?? 0);
		alike.set(key, { ...joint, count });
	}
	const said = [...alike].map(
		([key, { count, adapter }]) => `${key}: ${count === 1 ? 'a' : `${count} ×`} ${adapter}`
	);
	const message =
		list.length === 1
			? `${capital(first.name)}: ${first.aMm} mm does not join ${first.bMm} mm. It needs ${first.count === 1 ? 'a' : `${first.count} ×`} ${first.adapter}.`
			: `${list.length} joints need adapters: ${said.join('; ')}.`;
	return [
		{
			code: 'parts-do-not-join',
			step: 'lines',
			severity: 'look',
			subject: first.id,
			message,
			off: list.length,
			fixes: () =>
				availableFixes(
					adapters(model, list),
					...list.flatMap((joint) => [...insteadOf(model, joint)])
				)
		}
	];
};

/** Bought with the rest, they make every joint fit. */
function adapters(model: SystemModel, list: readonly Joint[]): Fix {
	const { lines } = model.design;
	const count = list.reduce((sum, joint) => sum + joint.count, 0);
	const names = new Set(list.map(({ adapter }) => adapter));
	return {
		label: `Add ${plural(count, ['the adapter', `${count} adapters`])}`,
		effect: [...names].join(', '),
		change: [set('design.lines.adapters', [...lines.adapters, ...list.map(({ id }) => id)])]
	};
}

/** Parts that fit as they are. */
function* insteadOf({ design, shelf }: SystemModel, { id, aMm, bMm }: Joint): Iterable<Fix> {
	const stand = design.stands.find((s) => id === `${s.id}.elbow-return`);
	const elbow = shelf.elbows.filter((e) => stand && e.holeMm <= (2 / 3) * bMm).at(-1);
	const tubeId = `feed-${aMm}`;
	const swap = id === 'pump-main' && shelf.tubes.find((t) => t.id === tubeId);
	if (swap)
		yield {
			label: `Use ${swap.name}`,
			effect: 'fits the pump as it is',
			change: [set('design.lines.mainTubeId', swap.id)]
		};
	if (stand && elbow)
		yield {
			label: `Use the ${elbow.name}`,
			effect: `its ${elbow.holeMm} mm hole leaves wall enough`,
			change: [setOf(stand, 'elbowId', elbow.id)]
		};
}

/** Feed rows in the sun that do not run empty between feeds. */
export const hotWater: Rule = (model) =>
	model.design.stands.flatMap((stand) => {
		const { feedFallPercent } = fieldsOf(stand);
		if (feedFallPercent === undefined || feedFallPercent >= model.limit('feedFallPercent'))
			return [];
		if (!model.area.sunOnPipes) return [];
		const litres = model.layout.runs
			.filter((run) => run.standId === stand.id && run.role === 'row')
			.reduce(
				(l, run) => l + (Math.PI / 4) * (run.innerDiameterMm / 1000) ** 2 * run.lengthM * 1000,
				0
			);
		return [
			{
				code: 'hot-water-standing',
				step: 'lines' as const,
				severity: 'look' as const,
				subject: subjectOn(model, stand, 'A'),
				message: `The feed rows fall only ${feedFallPercent} %, so ${say(litres, 'volume')} stand in them in the sun between feeds. The first gulp reaches the roots hot.`,
				fixes: () => [
					{
						label: 'Let the feed rows fall 1.5 %',
						effect: 'they empty into the tank after each feed',
						change: [setOf(stand, 'feedFallPercent', 1.5)]
					}
				]
			}
		];
	});

/** A pump that is not on the shelf: solved as the first that is. */
export const unknownPump: Rule = ({ design, shelf }) => {
	const { source } = design;
	if (source.kind !== 'pump' || has(shelf.pumps, source.partId)) return [];
	const [first] = shelf.pumps;
	return [
		{
			code: 'unknown-part',
			step: 'pump',
			severity: 'look',
			subject: 'pump',
			message: `The pump “${source.partId}” is not on the shelf, so its curve is not known; “${first!.name}” is solved in its place.`,
			fixes: () => [
				{
					label: `Use ${kindOfPart(first!)}`,
					effect: 'what is solved is then what you have',
					change: [set('design.source.partId', first!.id)]
				}
			]
		}
	];
};
