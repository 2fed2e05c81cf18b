import { expect } from 'chai';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyChanges, editsBetween, newArea, newPlace } from '../../src/lib/core/design';
import { clockFor, setClock, today } from '../../src/lib/server/clock';
import { DatabaseProblem, databaseUrl, openDatabase } from '../../src/lib/server/database';
import { findDesign, listDesigns } from '../../src/lib/server/designs';
import { createDesign, importDesign, markDeleted } from '../../src/lib/server/saving';
import type { Outcome } from '../../src/lib/server/changing';
import { redoDesign, undoDesign } from '../../src/lib/server/history';
import { saveWhole } from '../../src/lib/server/whole-parts';
import { readText } from '../../src/lib/server/http';
import { createPlace, listPlaces } from '../../src/lib/server/places';
import { seedDemo } from '../../src/lib/server/seed';
import { rail } from './rail';

const DEMO = ['lean-to-rail', 'kitchen-columns', 'loft-table', 'away-bench', 'yard-channels'];
const fresh = () => `file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'unit.db')}`;
const done = (outcome: Outcome) => {
	if (outcome.kind !== 'done') throw new Error(outcome.kind);
	return outcome.stored;
};

describe('repositories', () => {
	const { place, ...system } = rail();
	const { record, ...plan } = system;
	const dial = (value: number) => applyChanges(plan, [{ path: 'operation.dial', value }]);
	let id = '';

	beforeEach(async () => {
		await openDatabase(fresh());
		const stored = await createPlace(place);
		id = await createDesign(stored.id, system);
	});

	const save = async (value: number, base: number) =>
		saveWhole(id, { plan: dial(value), base, label: 'dial' });
	const now = async () => (await findDesign(id))!;

	it('keep every save, and go back and forth among them', async () => {
		const first = (await now()).revision;
		const second = done(await save(0.8, first));
		const third = done(await save(0.9, second.revision));
		expect([third.canUndo, third.canRedo]).to.deep.equal([true, false]);
		const back = done(await undoDesign(id, { base: third.revision }));
		expect(back.operation.dial).to.equal(0.8);
		expect(back.revision).to.equal(second.revision);
		const start = done(await undoDesign(id, { base: back.revision }));
		expect([start.canUndo, start.canRedo]).to.deep.equal([false, true]);
		expect(done(await undoDesign(id, { base: start.revision })).revision).to.equal(first);
		const forth = done(await redoDesign(id, { base: start.revision }));
		expect(forth.operation.dial).to.equal(0.8);
		expect(done(await redoDesign(id, { base: forth.revision })).operation.dial).to.equal(0.9);
	});

	it('a change after an undo begins a new branch, and redo follows the newest', async () => {
		const first = (await now()).revision;
		const a = done(await save(0.8, first));
		done(await undoDesign(id, { base: a.revision }));
		const b = done(await save(0.5, first));
		done(await undoDesign(id, { base: b.revision }));
		expect(done(await redoDesign(id, { base: first })).operation.dial).to.equal(0.5);
	});

	it('hand back the newer version instead of writing over it', async () => {
		const first = (await now()).revision;
		done(await save(0.8, first));
		const stale = await save(0.9, first);
		expect(stale.kind).to.equal('stale');
		expect((await now()).operation.dial).to.equal(0.8);
		expect((await undoDesign(id, { base: first })).kind).to.equal('stale');
		expect((await undoDesign('none', { base: 1 })).kind).to.equal('gone');
	});

	it('let only one of many writers over the same base through', async () => {
		const first = (await now()).revision;
		const outcomes = await Promise.all(
			Array.from({ length: 8 }, (_, i) => save(0.2 + i / 20, first))
		);
		expect(outcomes.filter((o) => o.kind === 'done')).to.have.length(1);
		expect(outcomes.filter((o) => o.kind === 'stale')).to.have.length(7);
	});

	it('undo a change of the place with the design it was made from', async () => {
		const { revision, placeRevision } = await now();
		const us = { ...place, units: { system: 'us', strength: 'ppm640' } as const };
		const changed = done(
			await saveWhole(id, {
				base: revision,
				label: 'units',
				place: { document: us, base: placeRevision }
			})
		);
		expect(changed.place.units.system).to.equal('us');
		const stale = await saveWhole(id, {
			base: changed.revision,
			label: 'units',
			place: {
				document: { ...place, units: { ...place.units, strength: 'ppm500' } },
				base: placeRevision
			}
		});
		expect(stale.kind).to.equal('stale');
		expect(done(await undoDesign(id, { base: changed.revision })).place.units.system).to.equal(
			'metric'
		);
		expect(done(await redoDesign(id, { base: revision })).place.units.system).to.equal('us');
	});

	it('keep the record in a model of its own, which undo of the plan leaves alone', async () => {
		const { revision, recordRevision } = await now();
		const dialled = done(await save(0.8, revision));
		const noted = done(
			await saveWhole(id, {
				base: dialled.revision,
				label: 'water now',
				record: { base: recordRevision, document: { ...record, nowL: 21 } }
			})
		);
		expect([noted.revision, noted.operation.dial]).to.deep.equal([dialled.revision, 0.8]);
		expect(noted.recordRevision).to.be.above(recordRevision);
		const back = done(await undoDesign(id, { base: noted.revision }));
		expect([back.operation.dial, back.record.nowL]).to.deep.equal([system.operation.dial, 21]);
		// over an older record it is stale, and nothing of either is saved
		const late = { base: recordRevision, document: { ...record, nowL: 22 } };
		const stale = await saveWhole(id, {
			base: revision,
			label: 'x',
			plan: dial(0.5),
			record: late
		});
		expect(stale.kind).to.equal('stale');
		expect(await now()).to.deep.include({ revision, recordRevision: noted.recordRevision });
		// an entry made with a change of the plan is taken back with it
		const both = done(
			await redoDesign(id, {
				base: revision,
				edits: editsBetween({ record: noted.record }, { record })
			})
		);
		expect([both.operation.dial, both.record.nowL]).to.deep.equal([0.8, record.nowL]);
	});

	it('take a deletion back', async () => {
		expect(await markDeleted(id, true)).to.equal(true);
		expect(await findDesign(id)).to.equal(undefined);
		expect(await listDesigns()).to.have.length(0);
		expect(await markDeleted(id, false)).to.equal(true);
		expect((await now()).design.name).to.equal('Lean-to rail');
		expect(await markDeleted('none', true)).to.equal(false);
	});

	it('adopt a place that is exactly one of ours, and make another of any other', async () => {
		const twin = (await findDesign(await importDesign(system, structuredClone(place), [])))!;
		expect(twin.placeId).to.equal((await listPlaces())[0]!.id);
		await importDesign(system, { ...place, reachM: 0.9 }, []);
		expect(await listPlaces()).to.have.length(2);
		await createPlace(newPlace('Home', [newArea('spot', { kind: 'greenhouse' })]));
		expect(await listPlaces()).to.have.length(3);
	});

	it('seed the demo once, into an empty database only', async () => {
		await openDatabase(fresh());
		expect(await seedDemo()).to.equal(true);
		expect(await seedDemo()).to.equal(false);
		expect((await listDesigns()).map((d) => d.id)).to.have.members(DEMO);
	});

	it('open again what was written, after migrating once', async () => {
		const url = fresh();
		await openDatabase(url);
		await seedDemo();
		await openDatabase(url);
		expect(await listDesigns()).to.have.length(DEMO.length);
	});
});

describe('at the edge', () => {
	it('a database that cannot be opened is said with its place', async () => {
		for (const url of ['file:/dev/null/crelbo.db', 'file:/no/such/folder/crelbo.db'])
			await openDatabase(url).then(
				() => expect.fail('opened'),
				(problem: Error) => {
					expect(problem).to.be.instanceOf(DatabaseProblem);
					expect(problem.message).to.include(url.slice('file:'.length));
				}
			);
	});

	it('a plain path is a file, a given address is kept', () => {
		expect(databaseUrl('/tmp/x.db')).to.equal('file:/tmp/x.db');
		expect(databaseUrl('libsql://one.example')).to.equal('libsql://one.example');
		expect(databaseUrl('')).to.equal('file:data/crelbo.db');
	});

	it('a body is read to its limit and no further', async () => {
		const request = (text: string) =>
			new Request('http://localhost/', { method: 'POST', body: text });
		expect(await readText(request('hello'), 10)).to.equal('hello');
		await readText(request('x'.repeat(11)), 10).then(
			() => expect.fail('read'),
			(refusal: { response: Response }) => expect(refusal.response.status).to.equal(413)
		);
	});

	it('the clock can be stopped', () => {
		setClock(clockFor('2026-05-28'));
		expect(today()).to.equal('2026-05-28');
		setClock(clockFor('soon'));
		expect(today())
			.to.match(/^\d{4}-\d{2}-\d{2}$/)
			.and.not.equal('2026-05-28');
	});
});
