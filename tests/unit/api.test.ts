import { expect } from 'chai';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyChanges, VARIANTS, type System, type Variant } from '../../src/lib/core/design';
import { openDatabase } from '../../src/lib/server/database';
import { MOST_ALTERNATIVES } from '../../src/lib/server/alternatives';
import { findDesign } from '../../src/lib/server/designs';
import { createDesign } from '../../src/lib/server/saving';
import type { Stored } from '../../src/lib/ui/sync/system-file.svelte';
import { createPlace, listPlaces } from '../../src/lib/server/places';
import * as calc from '../../src/routes/api/calc/[op]/+server';
import * as all from '../../src/routes/api/designs/+server';
import * as one from '../../src/routes/api/designs/[id]/+server';
import * as alternatives from '../../src/routes/api/designs/[id]/alternatives/+server';
import * as alternative from '../../src/routes/api/designs/[id]/alternatives/[alt]/+server';
import * as file from '../../src/routes/api/designs/[id]/file/+server';
import * as redo from '../../src/routes/api/designs/[id]/redo/+server';
import * as restore from '../../src/routes/api/designs/[id]/restore/+server';
import * as undo from '../../src/routes/api/designs/[id]/undo/+server';
import { example, set } from './example';

type Handler = (event: never) => Response | Promise<Response>;

/** A handler asked as the router would ask it: its parameters and what was sent. */
async function ask(
	handler: Handler,
	params: Record<string, string>,
	body?: unknown,
	query = ''
): Promise<{ status: number; body: Answer; text: string; headers: Headers }> {
	const url = new URL(`http://localhost/api${query}`);
	const request = new Request(url, {
		method: 'POST',
		...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) })
	});
	const response = await handler({ params, request, url } as never);
	const text = await response.text();
	return {
		status: response.status,
		body: JSON.parse(text) as Answer,
		text,
		headers: response.headers
	};
}
interface Answer extends Stored {
	id: string;
	deleted?: string;
	stored?: Stored;
	error?: { code: string; message?: string; issues?: { path: string; message: string }[] };
}

describe('the API', () => {
	const { place, ...system } = example('kitchen-columns');
	const { design } = system;
	let placeId = '';
	let id = '';
	beforeEach(async () => {
		await openDatabase(`file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'api.db')}`);
		placeId = (await createPlace(place)).id;
		id = await createDesign(placeId, system);
	});
	const get = async () => (await ask(one.GET, { id })).body;
	/** Saves what is not as it was, each part over its own revision. */
	const save = async (changed: System, base: number, label = 'change') => {
		const { recordRevision } = await get();
		const { record, ...plan } = changed;
		const kept = record !== system.record && { base: recordRevision, document: record };
		const planned = changed.design !== design || changed.operation !== system.operation;
		const parts = { ...(planned && { plan }), ...(kept && { record: kept }) };
		return ask(one.PUT, { id }, { base, label, ...parts });
	};
	const filled = (fillL: number) => applyChanges(system, [set('operation.fillL', fillL)]);
	const issueOf = ({ body }: { body: Answer }) => body.error!.issues![0]!;

	describe('a system', () => {
		it('is handed out, saved over what it was made from, and taken back and forth', async () => {
			const { revision, canUndo } = await get();
			expect(canUndo).to.equal(false);
			const saved = await save(filled(20), revision);
			expect(saved.status).to.equal(200);
			expect(saved.body.operation.fillL).to.equal(20);
			const back = await ask(undo.POST, { id }, { base: saved.body.revision });
			expect(back.body).to.deep.include({ revision, canRedo: true, canUndo: false });
			const forth = await ask(redo.POST, { id }, { base: revision });
			expect(forth.body.operation.fillL).to.equal(20);
		});

		it('is not written over when it moved on: 409 with what stands now', async () => {
			const { revision } = await get();
			await save(filled(20), revision);
			const behind = await save(filled(10), revision);
			expect(behind.status).to.equal(409);
			expect(behind.body.error!.code).to.equal('stale');
			expect(behind.body.stored!.operation.fillL).to.equal(20);
			for (const handler of [undo.POST, redo.POST])
				expect((await ask(handler, { id }, { base: revision })).status).to.equal(409);
		});

		it('goes, can be taken back, and is gone for good only when it never was', async () => {
			expect((await ask(one.DELETE, { id })).body.deleted).to.equal(id);
			expect((await ask(one.GET, { id })).status).to.equal(404);
			expect((await ask(restore.POST, { id })).status).to.be.below(300);
			expect((await ask(one.GET, { id })).status).to.equal(200);
			for (const handler of [one.GET, one.DELETE, restore.POST, file.GET]) {
				const answer = await ask(handler, { id: 'never-was' });
				expect(answer.status).to.equal(404);
				expect(answer.body.error!.message).to.match(/not here any more/);
			}
		});

		it('leaves as a file named after it and comes back the same', async () => {
			const out = await ask(file.GET, { id });
			expect(out.headers.get('content-disposition')).to.match(/filename="[a-z0-9-]+\.json"/);
			const back = await ask(all.POST, {}, out.text, '?import');
			expect(back.status).to.equal(201);
			const again = await findDesign(back.body.id);
			expect(again!.design).to.deep.equal(design);
			// and no second place is made of the same one
			expect(await listPlaces()).to.have.length(1);
		});
	});

	describe('refusals', () => {
		const bad: [what: string, changes: Record<string, unknown>, path: RegExp, says: RegExp][] = [
			[
				'a level below empty',
				{ 'record.nowL': -1 },
				/record\.document\.nowL/,
				/water in the tank .* L/
			],
			[
				'a dial past full',
				{ 'operation.dial': 1.4 },
				/plan\.operation\.dial/,
				/pump dial .*0\.1 to 1/
			],
			['no name', { 'design.name': '' }, /design\.name/, /name of the system/],
			['no stand at all', { 'design.stands': [] }, /design\.stands/, /at least one stand/],
			[
				'two stands of one name',
				{ 'design.stands': [design.stands[0], design.stands[0]] },
				/design\.stands/,
				/columns/
			],
			[
				'a date that is none',
				{ 'record.dryRunOn': '2026-02-31' },
				/record\.document\.dryRunOn/,
				/date/
			],
			['a field of another version', { 'design.diary': {} }, /design\.diary/, /unknown field/]
		];
		for (const [what, changes, path, says] of bad)
			it(`${what} is refused by field, range and unit, and nothing changes`, async () => {
				const { revision } = await get();
				const list = Object.entries(changes).map(([p, value]) => set(p, value));
				const answer = await save(applyChanges(system, list), revision);
				expect(answer.status).to.equal(400);
				expect(issueOf(answer).path).to.match(path);
				expect(issueOf(answer).message).to.match(says);
				expect(await get()).to.deep.include({ revision });
			});

		const junk: [what: string, body: string][] = [
			['nothing', ''],
			['no JSON', 'fall: 2 %'],
			['a list', '[]'],
			['a bare word', '"design"'],
			['null', 'null'],
			['too much', JSON.stringify({ design: 'x'.repeat(5 * 1024 * 1024) })]
		];
		const takers: [name: string, handler: Handler, query?: string][] = [
			['save', one.PUT],
			['undo', undo.POST],
			['redo', redo.POST],
			['start', all.POST],
			['import', all.POST, '?import'],
			['keep a variant', alternatives.POST],
			['promote a variant', alternative.POST],
			['calculate', calc.POST]
		];
		for (const [what, body] of junk)
			it(`${what} is turned down everywhere with a sentence and never a 5xx`, async () => {
				for (const [name, handler, query] of takers) {
					const { status, body: said } = await ask(
						handler,
						{ id, alt: 'v', op: 'fluid' },
						body,
						query
					);
					expect(status, name).to.be.within(400, 499);
					const { message, issues } = said.error!;
					expect(message ?? issues?.[0]?.message, name).to.match(/\w{3}/);
				}
			});
	});

	describe('a start', () => {
		const start = (variant: Variant, more: Record<string, unknown> = {}) =>
			ask(
				all.POST,
				{},
				{
					placeId,
					areaId: place.areas[0]!.id,
					name: 'New',
					variant,
					plants: 6,
					cropId: 'leaf-lettuce',
					lengthMm: 2400,
					depthMm: 1500,
					heightMm: 2200,
					...more
				}
			);
		for (const variant of VARIANTS)
			it(`of ${variant} makes a system that opens`, async () => {
				const made = await start(variant);
				expect(made.status).to.equal(201);
				const stored = await findDesign(made.body.id);
				expect(stored!.design.stands[0]!.variant).to.equal(variant);
				expect(stored!.design.name).to.equal('New');
				expect(stored!.placeId).to.equal(placeId);
			});

		const wrong: [field: string, value: unknown, says: RegExp][] = [
			['plants', 0, /plants must be a whole number from 1 to 1,?000/],
			['plants', 2.5, /whole number/],
			['lengthMm', 30, /length must be a number from 300 to 60,?000 mm/],
			['variant', 'hanging-garden', /variant must be one of/],
			['placeId', 'elsewhere', /place must be one of yours/],
			['name', ' '.repeat(3), /name/],
			['speed', 3, /speed/]
		];
		for (const [field, value, says] of wrong)
			it(`with ${field} ${JSON.stringify(value)} is refused in words`, async () => {
				const answer = await start('bucket-bench', { [field]: value });
				expect(answer.status).to.equal(400);
				expect(issueOf(answer).message).to.match(says);
			});
	});

	describe('variants', () => {
		it('are kept, promoted over what stands and dropped; undo brings back what stood', async () => {
			const { record, ...plan } = system;
			const other = applyChanges(plan, [set('design.stands.0.ringPitchMm', 240)]);
			const kept = await ask(alternatives.POST, { id }, { name: 'Wider', plan: other });
			expect(kept.status).to.equal(201);
			const { revision } = await get();
			const alt = kept.body.id;
			const promoted = await ask(alternative.POST, { id, alt }, { base: revision });
			expect(promoted.body.design.stands).to.deep.equal(other.design.stands);
			expect(promoted.body.record).to.deep.equal(record);
			expect(promoted.body.design.name).to.equal(design.name);
			const back = await ask(undo.POST, { id }, { base: promoted.body.revision });
			expect(back.body.design.stands).to.deep.equal(design.stands);
			expect((await ask(alternative.DELETE, { id, alt })).status).to.equal(200);
			expect((await ask(alternative.DELETE, { id, alt })).status).to.equal(404);
		});

		it('no more are kept than can be looked at', async () => {
			for (let i = 0; i < MOST_ALTERNATIVES; i++)
				expect((await ask(alternatives.POST, { id }, { name: `v${i}` })).status).to.equal(201);
			const over = await ask(alternatives.POST, { id }, { name: 'one more' });
			expect(over.status).to.equal(400);
			expect(issueOf(over).message).to.match(/kept at most/);
		});
	});

	describe('an operation', () => {
		it('answers 200, 400 for a bad input, 422 where there is no answer, 404 where it is none', async () => {
			const at = (op: string, body: unknown) => ask(calc.POST, { op }, body);
			expect((await at('fluid', { temperatureC: 20 })).status).to.equal(200);
			const hot = await at('fluid', { temperatureC: 90 });
			expect(hot.status).to.equal(400);
			expect(issueOf(hot).message).to.equal('temperature must be a number from 0 to 45 °C');
			const shape = { kind: 'straight', areaCm2: 100, heightMm: 100 };
			expect((await at('tank-level', { shape, litres: [99] })).status).to.equal(422);
			expect((await at('rainfall', {})).status).to.equal(404);
		});
	});
});
