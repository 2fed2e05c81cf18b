import { expect } from 'chai';
import { merge, partsSchema, setPaths } from '../../../src/lib/core/design';
import { METRIC } from '../../../src/lib/core/quantity';
import { fixesOf } from '../../../src/lib/core/review';
import { set } from '../example';
import {
	serverThat,
	serverThatKeeps,
	sessionOf,
	storedOf,
	touched,
	type Sent,
	type Session
} from './stage';

/** The water noted with something sent. */
const waterIn = ({ body }: Sent): unknown =>
	body.edits.find(({ path }) => path.join('.') === 'record.nowL')?.now;

describe('an open system', function () {
	this.timeout(240_000);
	let session: Session;
	let sent: Sent[];
	/** Nothing is on its way any more. */
	const settled = async (): Promise<void> => {
		for (let i = 0; i < 400; i++) {
			await new Promise((done) => setTimeout(done, 2));
			if (session.file.view.state !== 'sending') return;
		}
	};
	beforeEach(async () => {
		session = await sessionOf('kitchen-columns');
		sent = serverThatKeeps();
	});

	it('a drag shows and is not kept; letting go is one step back and one save', async () => {
		for (const dial of [0.5, 0.6, 0.7]) session.preview([set('operation.dial', dial)]);
		expect(session.file.canUndo).to.equal(false);
		expect(sent).to.have.length(0);
		session.commit('pump dial');
		await settled();
		expect(session.file.canUndo).to.equal(true);
		expect(sent.map((s) => s.body.label)).to.deep.equal(['pump dial']);
		session.undo();
		expect(session.design.source).to.deep.equal((await sessionOf('kitchen-columns')).design.source);
		expect(session.file.canRedo).to.equal(true);
	});

	it('a drag given up leaves nothing behind, nor does one that ends where it began', () => {
		const { design } = session;
		session.preview([set('operation.fillL', 12)]);
		session.revert();
		session.commit('water level');
		expect(session.design).to.equal(design);
		expect(session.file.canUndo).to.equal(false);
		expect(sent).to.have.length(0);
	});

	it('what cannot be is refused in words and changes nothing', () => {
		const { design } = session;
		const said = session.set('design.stands.0.ringPitchMm', -5, 'distance between rings');
		expect(said).to.match(/distance between rings must be a number from .* mm/);
		expect(session.set('place.areas.0.lengthM', -1, 'length')).to.match(/length/);
		expect(session.design).to.equal(design);
		expect(session.file.canUndo).to.equal(false);
	});

	it('goes back and forth through many changes to just what stood', async () => {
		const states = [session.operation];
		for (let i = 1; i <= 8; i++) {
			session.set('operation.fillL', 20 + i, 'fill');
			states.push(session.operation);
		}
		for (let i = 7; i >= 0; i--) {
			session.undo();
			expect(session.operation, `back to ${i}`).to.deep.equal(states[i]);
		}
		await settled();
		expect(session.file.canUndo).to.equal(false);
		for (let i = 1; i <= 8; i++) {
			session.redo();
			expect(session.operation, `on to ${i}`).to.deep.equal(states[i]);
		}
		await settled();
		expect(session.file.canRedo).to.equal(false);
	});

	it('a new change after going back is a new way on', async () => {
		session.set('operation.fillL', 21, 'fill');
		session.undo();
		session.set('operation.fillL', 22, 'fill');
		expect(session.file.canRedo).to.equal(false);
		session.redo();
		expect(session.operation.fillL).to.equal(22);
	});

	it('a change of the place is saved with the design, and both go back together', async () => {
		session.set('place.units', { system: 'us', strength: 'ppm500' }, 'units');
		expect(session.say(1, 'span')).to.equal('3.28 ft');
		await settled();
		expect(touched(sent[0]!)).to.deep.equal(['place']);
		session.set('operation.fillL', 21, 'fill');
		await settled();
		expect(touched(sent[1]!), 'the place did not change again').to.deep.equal(['operation']);
		session.undo();
		session.undo();
		expect(session.say(1, 'span')).to.equal('1 m');
	});

	it('an entry of the record is no step of the plan: undo takes back only the one just typed', async () => {
		session.set('operation.dial', 0.6, 'dial');
		const before = session.record.nowL;
		session.set('record.nowL', 21, 'water');
		session.set('record.nowL', 22, 'water');
		session.undo();
		expect([session.record.nowL, session.operation.dial]).to.deep.equal([21, 0.6]);
		session.redo();
		expect(session.record.nowL).to.equal(22);
		session.undo();
		// the one before was typed and stands; what is left to undo is the plan's
		const dial = (await sessionOf('kitchen-columns')).operation.dial;
		session.undo();
		expect([session.record.nowL, session.operation.dial]).to.deep.equal([21, dial]);
		await settled();
		expect(session.file.canUndo).to.equal(false);
		session.redo();
		expect([session.record.nowL, session.operation.dial]).to.deep.equal([21, 0.6]);
		await settled();
		const kinds = sent.map((one) => [
			one.address.split('/').at(-1),
			touched(one).includes('operation'),
			waterIn(one)
		]);
		expect(before).to.not.equal(21);
		expect(kinds).to.deep.equal([
			['kitchen-columns', true, undefined],
			['kitchen-columns', false, 21],
			['kitchen-columns', false, 22],
			['kitchen-columns', false, 21],
			['kitchen-columns', false, 22],
			['kitchen-columns', false, 21],
			['undo', true, undefined],
			['redo', true, undefined]
		]);
	});

	it('an entry made in one step with a change of the plan goes back and forth with it', async () => {
		const { nowL } = session.record;
		const { fillL } = session.operation;
		session.apply([set('operation.fillL', 18), set('record.nowL', 18)], 'filled lower');
		session.undo();
		expect([session.operation.fillL, session.record.nowL]).to.deep.equal([fillL, nowL]);
		session.redo();
		expect([session.operation.fillL, session.record.nowL]).to.deep.equal([18, 18]);
		await settled();
		expect(sent.map(waterIn)).to.deep.equal([18, nowL, 18]);
	});

	it('older steps than this page’s are asked of the server, and found again', async () => {
		session = await sessionOf('kitchen-columns', [], METRIC, { canUndo: true });
		const older = setPaths(session.parts, [set('design.name', 'As it was')]);
		const now = session.design;
		const stands = session.parts;
		sent = serverThat(({ address }) =>
			address.endsWith('/undo')
				? [200, { ...storedOf(older, 4), canRedo: true }]
				: [200, { ...storedOf(stands, 5), canUndo: true }]
		);
		session.undo();
		await settled();
		expect(sent.map((s) => s.address)).to.deep.equal(['/api/designs/kitchen-columns/undo']);
		expect(session.design.name).to.equal('As it was');
		session.redo();
		await settled();
		expect(session.design).to.deep.equal(now);
	});

	it('a name typed while an older step is being taken back stays, and so do two steps pressed at once', async () => {
		session = await sessionOf('kitchen-columns', [], METRIC, { canUndo: true });
		const older = setPaths(session.parts, [set('operation.fillL', 12)]);
		let stands = older;
		sent = serverThat(({ address, body }, turn) => {
			if (!address.endsWith('/undo')) stands = merge(stands, body.edits).document;
			return [200, { ...storedOf(stands, turn + 4), canUndo: true, canRedo: true }];
		});
		session.undo();
		session.set('design.name', 'Typed meanwhile', 'name');
		await settled();
		expect([session.design.name, session.operation.fillL]).to.deep.equal(['Typed meanwhile', 12]);
		expect(stands.design.name).to.equal('Typed meanwhile');
		session.undo();
		session.undo();
		await settled();
		expect(sent.map(({ body }) => body.base)).to.deep.equal([1, 5, 6, 7]);
		expect(session.file.view.state).to.equal('still');
		expect(session.file.clash).to.equal(null);
	});

	it('an older step is not to be had without network, what was not sent yet is; nothing is lost', async () => {
		session = await sessionOf('kitchen-columns', [], METRIC, { canUndo: true });
		globalThis.fetch = () => Promise.reject(new TypeError('offline'));
		const { fillL } = session.operation;
		session.set('operation.fillL', 12, 'fill');
		await settled();
		expect(session.file.view.state).to.equal('network');
		expect(session.file.canUndo).to.equal(true);
		session.undo();
		expect(session.operation.fillL).to.equal(fillL);
		await settled();
		expect(session.file.canUndo).to.equal(false);
		session.redo();
		expect(session.operation.fillL).to.equal(12);
	});

	const clashesOf = (sent: readonly Sent[], theirs: object) =>
		merge(theirs, sent.at(-1)!.body.edits).clashes;

	describe('changed in another window', () => {
		const behind = async () => {
			const theirs = setPaths(session.parts, [set('design.name', 'Theirs')]);
			const sent = serverThat((_, turn) =>
				turn === 1
					? [409, { stored: storedOf(theirs, 7), clashes: clashesOf(sent, theirs) }]
					: turn === 2
						? [200, { ...storedOf(session.parts, 8), canUndo: true }]
						: [200, storedOf(theirs, 9)]
			);
			session.set('design.name', 'Mine', 'name');
			await settled();
			expect(session.file.view.state).to.equal('clash');
		};

		it('theirs is taken, and mine is gone', async () => {
			await behind();
			await session.file.resolve('theirs');
			expect(session.design.name).to.equal('Theirs');
			expect(session.file.view.state).to.equal('still');
		});

		it('mine is kept over theirs, and theirs is one step back', async () => {
			await behind();
			await session.file.resolve('mine');
			await settled();
			expect(session.design.name).to.equal('Mine');
			expect(session.file.view.state).to.equal('still');
			session.undo();
			await settled();
			expect(session.design.name).to.equal('Theirs');
		});

		it('what they changed beside a reading typed here comes in, and is said', async () => {
			const theirs = setPaths(session.parts, [
				set('operation.dial', 0.55),
				set('record.waterC', 17),
				set('place.reachM', 0.9)
			]);
			const sent = serverThat(({ body }) => [200, storedOf(merge(theirs, body.edits).document, 8)]);
			session.set('record.nowL', 21, 'water');
			await settled();
			expect(session.operation.dial).to.equal(0.55);
			expect([session.record.nowL, session.record.waterC]).to.deep.equal([21, 17]);
			expect(session.place.reachM).to.equal(0.9);
			expect(session.file.note).to.match(
				/^Changed elsewhere: Pump dial 55%, .* and 1 more\.$|^Changed elsewhere: /
			);
			expect(touched(sent[0]!)).to.deep.equal(['record']);
			// what came in is theirs: it is no step of this page
			expect(session.file.canUndo).to.equal(true);
			session.undo();
			expect([session.record.nowL, session.operation.dial]).to.deep.equal([
				(await sessionOf('kitchen-columns')).record.nowL,
				0.55
			]);
		});

		it('without a quarrel there is nothing to settle', () => {
			const { design } = session;
			void session.file.resolve('theirs');
			expect(session.design).to.equal(design);
		});
	});

	it('a crop planted keeps the stage of what grew there; none clears the site', () => {
		const [first, second] = session.model.layout.sites;
		session.set('operation.crops', { [first!.id]: 'mint' }, 'plants');
		session.set('record.stages', { [first!.id]: 'young' }, 'stage');
		session.plant([first!.id, second!.id], 'sweet-basil', 'basil');
		expect(session.model.plants).to.deep.equal({
			[first!.id]: { cropId: 'sweet-basil', stage: 'young' },
			[second!.id]: { cropId: 'sweet-basil', stage: 'young' }
		});
		session.plant([first!.id], '', 'cleared');
		expect(Object.keys(session.operation.crops)).to.deep.equal([second!.id]);
	});

	it('counts changed keep every plant, plant what is new and say so; one step back is all of it', async () => {
		const rail = await sessionOf('lean-to-rail');
		serverThatKeeps();
		const { crops } = rail.operation;
		expect(rail.set('design.stands.0.plantsPerBucket', 2, 'plants a bucket')).to.equal(null);
		expect(rail.file.note).to.equal('14 new sites planted like the next.');
		expect(rail.model.layout.sites.map((site) => site.cropId)).to.not.include(null);
		expect(rail.model.waterUse.bySite.size).to.equal(28);
		rail.undo();
		expect(rail.operation.crops).to.deep.equal(crops);
		await settled();
	});

	it('the verdict follows what is shown; where the worker breaks it is made on the page, and nothing is taken back', async () => {
		/** One that never answers, and falls over. */
		class Broken extends EventTarget {
			onerror: (() => void) | null = null;
			constructor() {
				super();
				setTimeout(() => this.onerror?.(), 5);
			}
			postMessage(): void {}
			terminate(): void {}
		}
		const were = globalThis.Worker;
		globalThis.Worker = Broken as never;
		const judged = async (of: Session) => {
			for (let i = 0; i < 400 && of.judging.waiting; i++)
				await new Promise((done) => setTimeout(done, 5));
			expect(of.judging.waiting).to.equal(false);
		};
		try {
			const rail = await sessionOf('lean-to-rail');
			serverThatKeeps();
			expect([rail.judging.waiting, rail.judging.known]).to.deep.equal([true, false]);
			expect(rail.judging.findings).to.deep.equal([]);
			await judged(rail);
			const [first] = rail.judging.findings;
			expect(first).to.not.equal(undefined);
			rail.put('operation.dial', 0.5, 'dial');
			// what was said is of what was shown before, and no fix of it is offered
			expect([rail.judging.waiting, rail.judging.known]).to.deep.equal([true, true]);
			expect(rail.judging.fixesOf(first!)).to.equal(null);
			await judged(rail);
			expect(rail.operation.dial).to.equal(0.5);
			expect(rail.judging.failed).to.deep.equal([]);
			await settled();
		} finally {
			globalThis.Worker = were;
		}
	});

	it('a fix is kept like any change, and the bar keeps its place', async () => {
		session.judging.shown = 3;
		const finding = session.judging.findings.find((f) => fixesOf(session.model, f).length > 0)!;
		await session.judging.prove(finding);
		const [first] = session.judging.fixesOf(finding)!;
		expect(session.judging.findings.filter((f) => session.judging.fixesOf(f))).to.deep.equal([
			finding
		]);
		session.fix(finding, first!);
		await settled();
		expect(session.judging.shown).to.equal(Math.min(3, session.judging.findings.length - 1));
		expect(sent[0]!.body.label).to.equal(`${finding.code}: ${first!.label}`.slice(0, 80));
		expect(partsSchema.safeParse(session.parts).success).to.equal(true);
	});

	it('the sheets are about the stand that holds what is chosen', async () => {
		const loop = await sessionOf('mixed-loop');
		expect(loop.view.standIndex).to.equal(0);
		loop.design.stands.forEach((stand, i) => {
			const { containers, sites, runs } = loop.model.layout;
			for (const list of [containers, sites, runs] as { id: string; standId: string | null }[][]) {
				const one = list.find((item) => item.standId === stand.id);
				if (!one) continue;
				loop.view.selected = one.id;
				expect(loop.view.standIndex, one.id).to.equal(i);
			}
			loop.view.selected = `${stand.id}.top`;
			expect(loop.view.standIndex).to.equal(i);
		});
		loop.view.selected = 'no such thing';
		expect(loop.view.standIndex).to.equal(0);
	});

	it('closer and further stay within reason, and come back to just as it was', () => {
		for (let i = 0; i < 20; i++) session.view.zoomBy(1.5);
		expect(session.view.zoom).to.equal(12);
		for (let i = 0; i < 20; i++) session.view.zoomBy(1 / 1.5);
		expect(session.view.zoom).to.equal(1);
		session.view.zoomBy(1.03);
		expect(session.view.zoom).to.equal(1);
	});

	it('knows the range of a field of the design and of the place', () => {
		expect(session.bounds('record.nowL')).to.deep.include({ min: 0, max: 100_000 });
		expect(session.bounds('place.areas.0.lengthM')!.max).to.be.above(5);
		expect(session.bounds('design.name')).to.equal(undefined);
	});
});
