import { expect } from 'chai';
import type { HTMLElement } from 'node-html-parser';
import type * as Words from '../../../src/lib/ui/explain/formulas';
import { dialFor } from '../../../src/lib/core/model';
import { assessModel } from '../../../src/lib/core/operations';
import { example, EXAMPLES, set } from '../example';
import { load, sessionOf, shown, wordsOf, type Session } from './stage';

const number = (element: HTMLElement, name: string) => Number(element.getAttribute(name));

describe('the chart of the pump', function () {
	this.timeout(240_000);
	const chart = (session: Session) => shown(session, 'ui/steps/pump/PumpChart.svelte');
	const PUMPED = EXAMPLES.filter((name) => example(name).design.source.kind === 'pump');

	for (const name of PUMPED)
		it(`${name}: both curves meet at the point the solver found, and the dial is found again from its flow`, async () => {
			const session = await sessionOf(name);
			const root = await chart(session);
			const { flowLph, headM } = session.model.path.result.source;
			expect(wordsOf(root.querySelector('caption')!))
				.to.include(session.say(flowLph, 'flow'))
				.and.include(session.say(headM, 'head'));
			const rows = root.querySelectorAll('tbody tr').map((row) => {
				const [x, y] = row.querySelectorAll('td').map((cell) => Number(wordsOf(cell)));
				return { name: wordsOf(row.querySelector('th')!).trim(), x: x!, y: y! };
			});
			const most = Math.max(...rows.map(({ y }) => y));
			for (const curve of ['this pump', 'the lines']) {
				const points = rows.filter((row) => row.name === curve);
				expect(points.length, curve).to.be.greaterThan(1);
				const after = points.findIndex(({ x }) => x >= flowLph);
				if (after <= 0) continue;
				const [a, b] = [points[after - 1]!, points[after]!];
				const y = a.y + ((b.y - a.y) * (flowLph - a.x)) / (b.x - a.x);
				// a chord between two of a dozen points lies a little off the curve
				expect(y, `${name} ${curve}`).to.be.closeTo(headM, 0.08 * most);
			}
			for (const dial of [0.6, 0.8, 1]) {
				const at = session.model.with([{ path: 'operation.dial', value: dial }]);
				const { flowLph: brings } = at.path.result.source;
				if (brings < 5) continue;
				expect(dialFor(session.model, brings), `${name} ${dial}`).to.be.closeTo(dial, 0.04);
			}
		});
});

describe('the weeks of a tank', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES)
		it(`${name}: the level ends each day as high as the litres, and the pump’s minimum lies where it does`, async () => {
			const session = await sessionOf(name);
			const root = await shown(session, 'ui/steps/tank/WeeksStrip.svelte', { width: 840 });
			const { input, result, outsideL, tankShare } = session.model.run;
			// what stands in pools, media and vessels on its level is not in the tank
			const inTank = (litres: number) => Math.max(0, litres - outsideL) * tankShare;
			const full = Math.max(session.model.tank.fullL, 1);
			const high = (litres: number) => 96 - (litres / full) * 70;
			const corners = root
				.querySelector('.level')!
				.getAttribute('points')!
				.split(' ')
				.map((corner) => corner.split(',').map(Number) as [number, number]);
			for (const { day, volumeL } of result.days) {
				const x = 44 + (day / result.days.length) * (840 - 66 - 44);
				const there = corners.filter(([px]) => Math.abs(px - x) < 0.2);
				expect(there, `day ${day}`).to.not.have.length(0);
				// a filling by hand is the last corner of its day
				expect(there.at(-1)![1], `day ${day}`).to.be.closeTo(high(inTank(volumeL)), 0.06);
			}
			const least = root.querySelector('.least')!;
			expect(number(least, 'y1')).to.be.closeTo(high(inTank(input.pumpMinimumL)), 1e-6);
		});
});

describe('the day of feeds', function () {
	this.timeout(240_000);
	const strip = (session: Session) =>
		shown(session, 'ui/steps/feed/DayStrip.svelte', { width: 800 });

	for (const name of EXAMPLES)
		it(`${name}: each feed stands at its time, by day as a handle`, async () => {
			const session = await sessionOf(name);
			const root = await strip(session);
			expect(root.toString()).to.not.match(/NaN|undefined/);
			const feeds = root.querySelectorAll('[role="slider"].block');
			const plan = session.model.feed?.plan;
			if (!plan || session.operation.feed.school === 'continuous')
				return expect(feeds).to.have.length(0);
			const day = plan.events.filter((event) => !event.night);
			expect(feeds.map((f) => number(f, 'aria-valuenow'))).to.deep.equal(
				day.map((event) => event.startMin)
			);
			for (const feed of feeds)
				expect(feed.getAttribute('aria-valuetext')).to.match(/^\d\d:\d\d, /);
			// and the power is cut where it matters most
			const [off, ...more] = root.querySelectorAll('[role="slider"].off');
			expect(more).to.have.length(0);
			expect(number(off!, 'aria-valuenow')).to.equal(session.model.powerCut!.atMin);
		});

	it('feeds all day are one band, and there is nothing to take hold of', async () => {
		const session = await sessionOf('kitchen-columns', [
			set('operation.feed.school', 'continuous')
		]);
		const root = await strip(session);
		expect(root.querySelectorAll('.steady')).to.have.length(1);
		expect(root.querySelectorAll('[role="slider"].block')).to.have.length(0);
	});

	it('light that runs past midnight is drawn at both ends of the day', async () => {
		const lit = async (onMin: number) => {
			const changes = [set('operation.feed.lights', { onMin, durationMin: 600 })];
			const root = await strip(await sessionOf('loft-table', changes));
			return root.querySelectorAll('.day').map((r) => number(r, 'width'));
		};
		const [[whole], [late, early]] = [await lit(360), await lit(1200)];
		expect(late! + early!).to.be.closeTo(whole!, 1e-6);
	});
});

describe('the skin of a tower, laid flat', function () {
	this.timeout(240_000);
	const TOWERS = EXAMPLES.filter((name) =>
		example(name).design.stands.some((stand) => 'ringPitchMm' in stand)
	);
	for (const name of TOWERS)
		it(`${name}: shows each hole of one tower once, at its place round and up`, async () => {
			const session = await sessionOf(name);
			const { layout } = session.model;
			const at = session.design.stands.findIndex((stand) => 'ringPitchMm' in stand);
			session.view.selected = layout.containers.find(
				(c) => c.standId === layout.stands[at]!.id
			)!.id;
			const root = await shown(session, 'ui/drawing/Board.svelte');
			const { sites } = layout.stands[at]!.holes!.result;
			const holes = root.querySelectorAll('.hole');
			expect(holes).to.have.length(sites.length);
			const places = holes.map((hole) => hole.toString().replace(/aria-label="[^"]*"/, ''));
			expect(new Set(places).size).to.equal(sites.length);
		});
});

describe('explanations', function () {
	this.timeout(240_000);
	it('every figure on every sheet names an operation that has words and ran', async () => {
		const { WORDS } = await load<typeof Words>('ui/explain/formulas.ts');
		for (const name of EXAMPLES) {
			const session = await sessionOf(name);
			for (const op of Object.keys(assessModel(session.model).operations)) {
				expect(WORDS[op], op).to.not.equal(undefined);
				expect(WORDS[op]!.words.length, op).to.be.above(30);
				expect(WORDS[op]!.source, op).to.match(/\w{4}/);
			}
		}
	});

	it('what is chosen is told in a line on every sheet', async () => {
		for (const name of EXAMPLES) {
			const session = await sessionOf(name);
			for (const id of ['tank', session.model.layout.containers[0]!.id]) {
				session.view.selected = id;
				const root = await shown(session, 'ui/inspector/Selected.svelte');
				expect(wordsOf(root), `${name}, ${id}`)
					.to.match(/\d/)
					.and.not.match(/NaN|undefined/);
			}
			session.view.selected = null;
			expect(wordsOf(await shown(session, 'ui/inspector/Selected.svelte')).trim()).to.equal('');
		}
	});
});

describe('a small drawing', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES)
		it(`${name}: keeps to the room it is given, to scale`, async () => {
			const session = await sessionOf(name);
			const { parts } = session;
			const most = { width: 300, height: 180 };
			const root = await shown(session, 'ui/drawing/Miniature.svelte', {
				parts,
				shelf: session.model.shelf,
				most
			});
			const svg = root.querySelector('svg')!;
			expect(root.toString()).to.not.match(/NaN|undefined|Infinity/);
			expect(number(svg, 'width')).to.be.within(20, most.width + 1e-6);
			expect(number(svg, 'height')).to.be.within(20, most.height + 1e-6);
		});
});
