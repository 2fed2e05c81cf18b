import { kindOf, standOf } from '../../design';
import type { SystemModel } from '../../model';
import { ELEMENT_NAME } from '../../nutrients';
import { names } from '../../quantity';
import { PH_SUBSTANCES, type Element } from '../../shelf';
import { availableFixes, set, type Fix, type Rule, type Said } from '../finding';
import { bottleCalled } from '../pour-words';
import { say } from '../sentence';
import { subjectOn } from '../words';

/** Salt that gathers in media that nothing comes back from. */
export const saltBuildsUp: Rule = (model) =>
	model.saltInMedia.flatMap((state): Said[] => {
		const { input, result } = state;
		const { dayOverLimit: day, days } = result;
		if (day === null) return [];
		const stand = standOf(model.design, state.standId)!;
		const [, containers] = kindOf(stand).words.container;
		const soon = day <= SOON_DAYS;
		return [
			{
				code: 'salt-builds-up',
				step: 'feed',
				severity: soon ? 'look' : 'caution',
				subject: subjectOn(model, stand, 'A1'),
				message:
					`Nothing comes back from these ${containers}: what the plants leave stays in the medium. From ${say(input.startMsCm, 'strength')} it rises over ${say(input.limitMsCm!, 'strength')} ` +
					`on day ${day}, ${say(days.at(-1)!.msCm, 'strength')} after ${days.length} days; roots burn.`,
				off: SOON_DAYS / day,
				...(!soon && { acknowledge: 'I flush them with rain' }),
				fixes: () => availableFixes(flushed(model, day), drained(model, state))
			}
		];
	});

/** Over the limit within a month it is on its way. */
const SOON_DAYS = 30;

function flushed(model: SystemModel, day: number): Fix | null {
	for (let days = Math.max(1, day - 1); days >= 1; days = Math.floor(days / 2)) {
		const change = [set('operation.flushEveryDays', days)];
		const after = model.with(change).saltInMedia;
		if (after.some(({ result }) => result.dayOverLimit !== null)) continue;
		const most = Math.max(
			...after.map(({ result }) => Math.max(...result.days.map((d) => d.msCm)))
		);
		const litres = after.reduce((sum, { input }) => sum + (input.flush?.litres ?? 0), 0);
		return {
			label: `Flush every ${days === 1 ? 'day' : `${days} days`} with plain water`,
			effect: `${say(litres, 'volume')} each time, never over ${say(most, 'strength')}`,
			change
		};
	}
	return null;
}

/** Where it runs to waste: so much more that what drains carries the salt away. */
function drained(
	model: SystemModel,
	{ standId, result }: SystemModel['saltInMedia'][number]
): Fix | false {
	const stand = standOf(model.design, standId)!;
	const least = result.leastDrainFraction;
	if (stand.drainsTo !== 'waste' || least === null || least > 0.6) return false;
	const share = Math.ceil(least * 20 + 1e-9) / 20;
	if (share <= model.operation.feed.drainFraction) return false;
	return {
		label: `Let ${Math.round(share * 100)} % drain`,
		effect: 'what drains carries the salt away',
		change: [set('operation.feed.drainFraction', share), set('operation.feed.setMin', null)]
	};
}

/** What acid this water takes and what that brings: of the bottle there is, its amount only where it is known. */
function acidWords({ acid, pour, mix }: SystemModel): string {
	if (!acid || !pour) return '';
	const brings = Object.entries(mix.phDose!.addsMgL).map(
		([e, mgL]) => `${say(mgL, 'concentration')} of ${ELEMENT_NAME[e as Element]}`
	);
	const { then } = pour;
	const { mmolL, secondMmolL } = mix.phDose!;
	const needs = [
		`${say(mmolL, 'moles')} of ${PH_SUBSTANCES[acid.input.acid.kind].name}`,
		...(then ? [`${say(secondMmolL, 'moles')} of ${PH_SUBSTANCES[then.bottle.kind].name}`] : [])
	];
	const shared =
		then?.pour.kind === 'pour'
			? ` and ${say(then.pour.ml, 'liquid')} of ${bottleCalled(then.bottle)}`
			: '';
	const what =
		pour.pour.kind === 'pour' && (then === null || shared)
			? `${say(pour.pour.ml, 'liquid')} of ${bottleCalled(pour.bottle)}${shared} brings ${say(mix.litres, 'volume')} to pH ${mix.phDose!.targetPh}`
			: `To come to pH ${mix.phDose!.targetPh} it needs ${names(needs)}`;
	return ` ${what}${brings.length > 0 ? `, with ${names(brings)}` : ''}.`;
}

/** Source water that is hard, salty or alkaline, and what that costs. */
export const sourceWater: Rule = (model) => {
	const { sourceWater: water } = model;
	if (model.waterUse.crops.length === 0) return [];
	const said: string[] = [];
	if (water.alkalinityMeqL > model.limit('alkalineMeqL'))
		said.push(`${say(water.alkalinityMeqL, 'charge')} of alkalinity`);
	const salty = (['Na', 'Cl'] as const).filter((e) => water[e] > model.limit('saltyMgL'));
	const named = { Na: 'sodium', Cl: 'chloride' };
	for (const e of salty) said.push(`${say(water[e], 'concentration')} of ${named[e]}`);
	if (water.Ca > model.limit('hardMgL')) said.push(`${say(water.Ca, 'concentration')} of calcium`);
	if (said.length === 0) return [];
	const takes = acidWords(model);
	const gathers =
		salty.length > 0
			? ' What plants do not take of it gathers in the loop: change it in time.'
			: '';
	return [
		{
			code: 'source-water',
			step: 'mix',
			severity: 'caution',
			subject: 'mix',
			message: `The source water brings ${names(said)}.${takes}${gathers} Rain or filtered water thins it.`,
			acknowledge: 'I know my water',
			fixes: () => []
		}
	];
};
