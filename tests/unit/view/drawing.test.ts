import { expect } from 'chai';
import type { HTMLElement } from 'node-html-parser';
import { boundsAt } from '../../../src/lib/core/design';
import { EXAMPLES, set } from '../example';
import { sessionOf, shown, US, wordsOf, type Session } from './stage';

const board = (session: Session) => shown(session, 'ui/drawing/Board.svelte');
const number = (element: HTMLElement, name: string) => Number(element.getAttribute(name));
const svgOf = (root: HTMLElement) => root.querySelector('svg[role="group"]')!;
const labels = (root: HTMLElement, selector: string) =>
	root.querySelectorAll(selector).map((e) => e.getAttribute('aria-label') ?? '');

describe('the board of every example', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES) {
		it(`${name}: has no holes, and writes nothing off its sheet`, async () => {
			const root = await board(await sessionOf(name));
			expect(root.toString()).to.not.match(/undefined|NaN|Infinity|\bnull\b|\[object/);
			const [, , width, height] = svgOf(root).getAttribute('viewBox')!.split(' ').map(Number);
			for (const text of svgOf(root).querySelectorAll('text')) {
				const said = wordsOf(text);
				expect(number(text, 'x'), said).to.be.within(0, width!);
				expect(number(text, 'y'), said).to.be.within(0, height!);
			}
		});

		it(`${name}: what can be taken hold of moves within what the design takes`, async () => {
			const session = await sessionOf(name);
			const grips = svgOf(await board(session)).querySelectorAll('[role="slider"]');
			const seen = grips.map((g) => g.getAttribute('aria-label'));
			expect(new Set(seen).size, seen.join(', ')).to.equal(seen.length);
			for (const grip of grips) {
				const what = `${name}: ${grip.getAttribute('aria-label')}`;
				const [low, now, high] = ['min', 'now', 'max'].map((w) => number(grip, `aria-value${w}`));
				expect(low, what).to.be.below(high!);
				expect(now, what).to.be.within(low!, high!);
				expect(grip.getAttribute('aria-valuetext'), what).to.match(/\d/);
			}
		});

		it(`${name}: everything that grows or holds can be reached by its label, one stop to each group`, async () => {
			const session = await sessionOf(name);
			const root = svgOf(await board(session));
			const buttons = root.querySelectorAll('[role="button"]');
			for (const button of buttons) expect(button.getAttribute('aria-label')).to.match(/\S/);
			const said = buttons.map((b) => b.getAttribute('aria-label')).join('\n');
			const { containers, sites } = session.model.layout;
			const holes = sites.filter((s) => s.opening !== null);
			// far sides and rows behind are shown when chosen; what stands in front is there at once
			expect(buttons.length).to.be.at.least(Math.min(1, containers.length));
			const first = holes.length > 0 ? `Site ${holes[0]!.label}` : containers[0]!.label;
			expect(said).to.include(first);
			if (holes.length > 0)
				expect(
					root.querySelectorAll('.site').filter((e) => e.getAttribute('tabindex') === '0')
				).to.have.length(1);
		});
	}

	it('speaks the units of the place', async () => {
		const text = async (units?: typeof US) =>
			wordsOf(svgOf(await board(await sessionOf('lean-to-rail', [], units))));
		expect(await text())
			.to.match(/\d (?:mm|m)\b/)
			.and.not.match(/\d (?:ft|in)\b/);
		expect(await text(US)).to.match(/\d (?:ft|in)\b/);
	});

	it('closer, all of it is drawn so many times larger', async () => {
		const session = await sessionOf('kitchen-columns');
		const at = async () => svgOf(await board(session));
		const near = number(await at(), 'width');
		session.view.zoomBy(3);
		const far = await at();
		expect(number(far, 'width')).to.be.closeTo(near * 3, 1e-6);
		const radius = (root: HTMLElement) => root.querySelectorAll('.site polygon').length;
		session.view.zoomBy(0.01);
		expect(session.view.zoom).to.equal(1);
		expect(radius(await at())).to.equal(radius(far));
	});

	it('what is chosen is marked, and nothing else is', async () => {
		const session = await sessionOf('kitchen-columns');
		const pressed = async () =>
			labels(svgOf(await board(session)), '[role="button"][aria-pressed="true"]');
		expect(await pressed()).to.deep.equal([]);
		const site = session.model.layout.sites.find((s) => (s.facingDeg ?? 0) < 60)!;
		session.view.selected = site.id;
		// with the tower it stands in
		expect(await pressed()).to.deep.equal(['Tower A', `Site ${site.label}`]);
	});

	it('what stands dry is hatched, in the number that the water says', async () => {
		const dial = (value: number) => sessionOf('kitchen-columns', [set('operation.dial', value)]);
		const dry = async (session: Session) =>
			svgOf(await board(session)).querySelectorAll('.site.dry').length;
		expect(await dry(await dial(1))).to.equal(0);
		const starved = await dial(0.2);
		expect([...starved.model.flows.siteLph.values()].every((q) => q < 0.001)).to.equal(true);
		expect(await dry(starved)).to.equal(
			svgOf(await board(starved)).querySelectorAll('.site').length
		);
	});

	it('the feed step puts the day under it, a handle to each feed of a few', async () => {
		const session = await sessionOf('lean-to-rail');
		session.view.step = 'feed';
		const root = await board(session);
		const strip = root.querySelectorAll('svg').at(-1)!;
		expect(strip.querySelectorAll('rect').length).to.be.at.least(
			session.model.feed!.plan.events.length
		);
		session.view.step = 'pump';
		expect((await board(session)).querySelectorAll('svg')).to.have.length(1);
	});

	const grips: [name: string, label: RegExp, path: string][] = [
		['lean-to-rail', /^Height of the/, 'design.stands.0.lowEndHeightMm'],
		['lean-to-rail', /^Fall of the/, 'design.stands.0.fallPercent'],
		['lean-to-rail', /spacing$/, 'design.stands.0.pitchMm'],
		['loft-table', /spacing$/, 'design.stands.0.pitchMm'],
		['away-bench', /^Height of the/, 'design.stands.0.lowEndHeightMm']
	];
	for (const [name, label, path] of grips)
		it(`${name}: the grip on ${path} stands at the design’s figure and goes as far as a form does`, async () => {
			const { min, max } = boundsAt((await sessionOf(name)).design, path)!;
			for (const share of [0.15, 0.5, 0.9]) {
				const value = Math.round(min! + share * (max! - min!));
				const grip = svgOf(await board(await sessionOf(name, [set(path, value)])))
					.querySelectorAll('[role="slider"]')
					.find((g) => label.test(g.getAttribute('aria-label') ?? ''))!;
				expect(['min', 'now', 'max'].map((w) => number(grip, `aria-value${w}`))).to.deep.equal([
					min,
					value,
					max
				]);
			}
		});

	it('the grip on the water goes from empty to the brim, and no further', async () => {
		for (const litres of [0, 30, 10_000]) {
			const session = await sessionOf('lean-to-rail', [set('record.nowL', litres)]);
			const grip = svgOf(await board(session)).querySelector('[aria-label^="Water level"]')!;
			const [low, now, high] = ['min', 'now', 'max'].map((w) => number(grip, `aria-value${w}`));
			expect(low).to.equal(0);
			expect(high).to.be.closeTo(session.model.tank.fullL, 0.5);
			expect(now).to.equal(Math.min(litres, high!));
		}
	});
});
