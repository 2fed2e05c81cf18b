import { expect } from 'chai';
import { set } from '../example';
import { sessionOf, shown, wordsOf } from './stage';

describe('what lost its place when a count was changed', function () {
	this.timeout(240_000);
	const kept = set('operation.kept', { 'rail/1/8/1': 'tomato', 'rail/2/8/1': 'tomato' });
	const caught = set('record.caughtMl', { 'rail/1/1/o1': 15, 'rail/1/8/o1': 12 });
	const wordsAt = async (step: 'plants' | 'dry-run', ...changes: ReturnType<typeof set>[]) => {
		const session = await sessionOf('lean-to-rail', changes);
		session.view.step = step;
		const root = await shown(session, 'ui/inspector/Sheet.svelte');
		const drop = root.querySelectorAll('button').filter((b) => /^Drop/.test(wordsOf(b)));
		return { words: wordsOf(root), drop: drop.map(wordsOf) };
	};

	it('is said where it belongs, with a way to drop it; where nothing did, nothing is', async () => {
		const plants = await wordsAt('plants', kept);
		expect(plants.words).to.match(/2 cordon tomatoes stand aside: their sites are gone/);
		expect(plants.drop).to.deep.equal(['Drop them']);
		const readings = await wordsAt('dry-run', caught);
		expect(readings.words).to.match(/1 of 14 stakes caught/);
		expect(readings.words).to.match(/1 reading is of a stake that is gone\. It comes back with it/);
		expect(readings.drop).to.deep.equal(['Drop it']);
		for (const step of ['plants', 'dry-run'] as const)
			expect((await wordsAt(step)).drop).to.deep.equal([]);
	});
});
