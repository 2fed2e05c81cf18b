import { SystemModel } from '../../model';
import { labelsOf, oftener } from './feed';
import { type Fix, type Rule, availableFixes, set } from '../finding';
import { names, plural } from '../../quantity';
import { pick } from '../../shelf';

/** Stands whose drainage is lost: what runs off there is wasted, elsewhere it comes back. */
export const losing = (model: SystemModel): Set<string> => {
	const lost = new Set(
		model.design.stands.filter(({ drainsTo }) => drainsTo === 'waste').map(({ id }) => id)
	);
	return new Set(model.layout.sites.filter(({ standId }) => lost.has(standId)).map(({ id }) => id));
};

/** A feed most of which runs to waste. */
export const drainHeavy: Rule = (model) => {
	const { feed, operation } = model;
	if (!feed || operation.feed.school === 'continuous') return [];

	const most = model.limit('drainHeavy');
	const lost = losing(model);
	const heavy = [...feed.dose].filter(([id, d]) => d.drainFraction > most && lost.has(id));
	if (heavy.length === 0) return [];

	const shortest = feed.onMin <= feed.input.timer.minOnMin;
	const why = shortest
		? `${feed.onMin} min is the shortest feed there is`
		: 'one timer serves thirsty and modest plants alike';

	const labels = labelsOf(
		model,
		heavy.map(([id]) => id)
	);
	return [
		{
			code: 'feed-drains',
			step: 'feed',
			severity: 'caution',
			subject: heavy[0]![0],
			message: `${names(labels)} ${plural(heavy.length, ['sends', 'send'])} over ${Math.round(most * 100)} % of each feed to waste, because ${why}.`,
			acknowledge: 'Leave it so',
			fixes: () => availableFixes(drainLess(model, lost))
		}
	];
};

function drainLess(model: SystemModel, lost: ReadonlySet<string>): Fix | false {
	const wettest = (c: SystemModel) =>
		Math.max(0, ...[...c.feed!.dose].map(([id, d]) => (lost.has(id) ? d.drainFraction : 0)));
	const change = [set('operation.feed.drainFraction', 0.1), set('operation.feed.setMin', null)];
	const eased = wettest(model.with(change));
	return (
		eased < wettest(model) - 0.02 && {
			label: 'Let only 10 % drain',
			effect: `the wettest drains ${Math.round(eased * 100)} %`,
			change
		}
	);
}

/** Media that hold much water want air between feeds: a trickle drowns what grows in them. */
export const trickles: Rule = (model) => {
	if (model.operation.feed.school !== 'continuous' || !model.feed) return [];

	const { media } = model.shelf;
	const drinking = new Set(model.feed.dose.keys());
	const fine = model.layout.sites.find(({ id, mediumId, mediumL }) => {
		const bare = mediumL < model.parameters.roots.collarUnderL.value;
		return drinking.has(id) && !bare && !pick(media, mediumId).coarse;
	});
	if (!fine) return [];

	const { name, airFraction } = pick(media, fine.mediumId);
	return [
		{
			code: 'trickle-drowns',
			step: 'feed',
			severity: 'look',
			subject: fine.containerId,
			message: `${name} under a steady trickle never drains: the ${Math.round(airFraction * 100)} % of air it has after a feed is what its roots breathe.`,
			fixes: () => availableFixes(oftener(model))
		}
	];
};
