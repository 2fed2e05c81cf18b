import { expect } from 'chai';
import { designSchema } from '../../../src/lib/core/design';
import { set } from '../example';
import { serverThat, serverThatKeeps, sessionOf, storedOf, type Sent, type Session } from './stage';

const settled = () => new Promise((done) => setTimeout(done, 5));

describe('an open system', function () {
	this.timeout(60_000);
	let session: Session;
	let sent: Sent[];
	beforeEach(async () => {
		session = await sessionOf('kitchen-columns');
		sent = serverThatKeeps();
	});

	it('a drag shows and is not kept; letting go is one step back and one save', async () => {
		for (const dial of [0.5, 0.6, 0.7]) session.preview([set('source.dial', dial)]);
		expect(session.canUndo).to.equal(false);
		expect(sent).to.have.length(0);
		session.commit('pump dial');
		await settled();
		expect(session.canUndo).to.equal(true);
		expect(sent.map((s) => s.body.label)).to.deep.equal(['pump dial']);
		await session.undo();
		expect(session.design.source).to.deep.equal((await sessionOf('kitchen-columns')).design.source);
		expect(session.canRedo).to.equal(true);
	});

	it('a drag given up leaves nothing behind, nor does one that ends where it began', () => {
		const { design } = session;
		session.preview([set('water.nowL', 12)]);
		session.revert();
		session.commit('water level');
		expect(session.design).to.equal(design);
		expect(session.canUndo).to.equal(false);
		expect(sent).to.have.length(0);
	});

	it('what cannot be is refused in words and changes nothing', () => {
		const { design } = session;
		const said = session.set('stands.0.ringPitchMm', -5, 'distance between rings');
		expect(said).to.match(/distance between rings must be a number from .* mm/);
		expect(session.applyPlace([set('areas.0.lengthM', -1)], 'length')).to.match(/length/);
		expect(session.design).to.equal(design);
		expect(session.canUndo).to.equal(false);
	});

	it('goes back and forth through many changes to just what stood', async () => {
		const states = [session.design];
		for (let i = 1; i <= 8; i++) {
			session.set('water.nowL', 20 + i, 'water');
			states.push(session.design);
		}
		for (let i = 7; i >= 0; i--) {
			await session.undo();
			expect(session.design, `back to ${i}`).to.equal(states[i]);
		}
		await settled();
		expect(session.canUndo).to.equal(false);
		for (let i = 1; i <= 8; i++) {
			await session.redo();
			expect(session.design, `on to ${i}`).to.equal(states[i]);
		}
		await settled();
		expect(session.canRedo).to.equal(false);
	});

	it('a new change after going back is a new way on', async () => {
		session.set('water.nowL', 21, 'water');
		await session.undo();
		session.set('water.nowL', 22, 'water');
		expect(session.canRedo).to.equal(false);
		await session.redo();
		expect(session.design.water.nowL).to.equal(22);
	});

	it('a change of the place is saved with the design, and both go back together', async () => {
		session.set('units', { system: 'us', strength: 'ppm500' }, 'units', 'place');
		expect(session.say(1, 'span')).to.equal('3.28 ft');
		await settled();
		expect(sent[0]!.body.place).to.not.equal(undefined);
		session.set('water.nowL', 21, 'water');
		await settled();
		expect(sent[1]!.body.place, 'the place did not change again').to.equal(undefined);
		await session.undo();
		await session.undo();
		expect(session.say(1, 'span')).to.equal('1 m');
	});

	it('older steps than this page’s are asked of the server, and found again', async () => {
		const older = { ...session.design, name: 'As it was' };
		session.canUndo = true;
		sent = serverThat(() => [200, { ...storedOf(older, session.place, 4), canRedo: true }]);
		const now = session.design;
		await session.undo();
		expect(sent.map((s) => s.address)).to.deep.equal(['/api/designs/kitchen-columns/undo']);
		expect(session.design.name).to.equal('As it was');
		await session.redo();
		expect(session.design).to.equal(now);
	});

	it('a server that cannot be reached for an older step is said, and nothing is lost', async () => {
		session.canUndo = true;
		globalThis.fetch = () => Promise.reject(new TypeError('offline'));
		const { design } = session;
		await session.undo();
		expect(session.design).to.equal(design);
		expect(session.save).to.deep.equal({
			kind: 'failed',
			message: 'That could not be reached just now. Try again.'
		});
	});

	describe('changed in another window', () => {
		const behind = async () => {
			const theirs = { ...session.design, name: 'Theirs' };
			serverThat((_, turn) =>
				turn === 1
					? [409, { stored: storedOf(theirs, session.place, 7) }]
					: [200, { ...storedOf(session.design, session.place, 8), canUndo: true }]
			);
			session.set('name', 'Mine', 'name');
			await settled();
			expect(session.save.kind).to.equal('stale');
		};

		it('theirs is taken, and mine is gone', async () => {
			await behind();
			session.resolve('theirs');
			expect(session.design.name).to.equal('Theirs');
			expect(session.save.kind).to.equal('saved');
		});

		it('mine is kept over theirs, and theirs is one step back', async () => {
			await behind();
			session.resolve('mine');
			await settled();
			expect(session.design.name).to.equal('Mine');
			expect(session.save.kind).to.equal('saved');
			await session.undo();
			expect(session.design.name).to.equal('Theirs');
		});

		it('without a quarrel there is nothing to settle', () => {
			const { design } = session;
			session.resolve('theirs');
			expect(session.design).to.equal(design);
		});
	});

	it('a crop planted keeps the stage of what grew there; none clears the site', () => {
		const [first, second] = session.chain.layout.sites;
		session.set('plants', { [first!.id]: { cropId: 'mint', stage: 'young' } }, 'plants');
		session.plant([first!.id, second!.id], 'sweet-basil', 'basil');
		expect(session.design.plants).to.deep.equal({
			[first!.id]: { cropId: 'sweet-basil', stage: 'young' },
			[second!.id]: { cropId: 'sweet-basil', stage: 'full' }
		});
		session.plant([first!.id], '', 'cleared');
		expect(Object.keys(session.design.plants)).to.deep.equal([second!.id]);
	});

	it('a fix is kept like any change, and the bar goes to the most urgent', async () => {
		session.shown = 3;
		const finding = session.findings.find((f) => f.fixes.length > 0)!;
		session.fix(finding, finding.fixes[0]!);
		await settled();
		expect(session.shown).to.equal(0);
		expect(sent[0]!.body.label).to.equal(
			`${finding.code}: ${finding.fixes[0]!.label}`.slice(0, 80)
		);
		expect(designSchema.safeParse(session.design).success).to.equal(true);
	});

	it('the sheets are about the stand that holds what is chosen', async () => {
		const loop = await sessionOf('mixed-loop');
		expect(loop.standIndex).to.equal(0);
		loop.design.stands.forEach((stand, i) => {
			const { containers, sites, runs } = loop.chain.layout;
			for (const list of [containers, sites, runs] as { id: string; standId: string | null }[][]) {
				const one = list.find((item) => item.standId === stand.id);
				if (!one) continue;
				loop.selected = one.id;
				expect(loop.standIndex, one.id).to.equal(i);
			}
			loop.selected = `${stand.id}.top`;
			expect(loop.standIndex).to.equal(i);
		});
		loop.selected = 'no such thing';
		expect(loop.standIndex).to.equal(0);
	});

	it('closer and further stay within reason, and come back to just as it was', () => {
		for (let i = 0; i < 20; i++) session.zoomBy(1.5);
		expect(session.zoom).to.equal(6);
		for (let i = 0; i < 20; i++) session.zoomBy(1 / 1.5);
		expect(session.zoom).to.equal(1);
		session.zoomBy(1.03);
		expect(session.zoom).to.equal(1);
	});

	it('knows the range of a field of the design and of the place', () => {
		expect(session.bounds('water.nowL')).to.deep.include({ min: 0, max: 100_000 });
		expect(session.bounds('areas.0.lengthM', 'place')!.max).to.be.above(5);
		expect(session.bounds('name')).to.equal(undefined);
	});
});
