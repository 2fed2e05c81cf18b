import { capital, plural } from '../../quantity';
import { fieldsOf } from '../../design';
import { pumpJoint } from '../../layout';
import { has } from '../../shelf';
import { set, availableFixes, type Rule, type Said, setOf } from '../finding';
import { say } from '../sentence';
import { subjectOn } from '../words';

/** A tube on a barb of another size, and the adapter between them. */
export const joints: Rule = (model) =>
	[...pumpJoint(model.design, model.shelf), ...model.layout.joints]
		.filter((joint) => !joint.fits)
		.map((joint): Said => {
			const { lines, stands } = model.design;
			const stand = stands.find((s) => joint.id === `${s.id}.elbow-return`);
			const elbow = model.shelf.elbows
				.filter((e) => stand && e.holeMm <= (2 / 3) * joint.bMm)
				.at(-1);
			const tubeId = `feed-${joint.aMm}`;
			const swap = joint.id === 'pump-main' && model.shelf.tubes.find((t) => t.id === tubeId);
			return {
				code: 'parts-do-not-join',
				step: 'lines',
				severity: 'look',
				subject: joint.id,
				message:
					`${capital(joint.name)}: ${joint.aMm} mm does not join ${joint.bMm} mm. ` +
					`It needs ${joint.count === 1 ? 'a' : `${joint.count} ×`} ${joint.adapter}.`,
				fixes: availableFixes(
					{
						label: `Add ${plural(joint.count, ['the adapter', `${joint.count} adapters`])}`,
						effect: joint.adapter ?? '',
						change: [set('design.lines.adapters', [...lines.adapters, joint.id])]
					},
					swap && {
						label: `Use ${swap.name}`,
						effect: 'fits the pump as it is',
						change: [set('design.lines.mainTubeId', swap.id)]
					},
					stand &&
						elbow && {
							label: `Use the ${elbow.name}`,
							effect: `its ${elbow.holeMm} mm hole leaves wall enough`,
							change: [setOf(stand, 'elbowId', elbow.id)]
						}
				)
			};
		});

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
				fixes: [
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
			fixes: [
				{
					label: `Use ${first!.name.split(',')[0]}`,
					effect: 'what is solved is then what you have',
					change: [set('design.source.partId', first!.id)]
				}
			]
		}
	];
};
