import type { Place } from '../../../src/lib/core/design';
import { expect } from 'chai';
import type { HTMLElement } from 'node-html-parser';
import { partsOf } from '../../../src/lib/core/construction';
import { applyChanges, kindOf, VARIANTS, type Change } from '../../../src/lib/core/design';
import { mixCard } from '../../../src/lib/core/logbook';
import { told } from '../../../src/lib/ui/procedure/words';
import { BUILT_IN_SHELF } from '../../../src/lib/core/shelf';
import { METRIC } from '../../../src/lib/core/quantity';
import { modelOf, example, EXAMPLES, set } from '../example';
import type * as Cards from '../../../src/lib/core/picture';
import { load, pageOf, storedOf, US, wordsOf } from './stage';

const HOLE = /undefined|NaN|Infinity|\bnull\b|\[object/;

const opened = (name: string, units = METRIC, changes: Change[] = []) => {
	const parts = applyChanges(example(name), [...changes, set('place.units', units)]);
	return { id: name, today: '2026-05-28', broken: null, stored: storedOf(parts) };
};
const number = (element: HTMLElement, name: string) => Number(element.getAttribute(name));

describe('the printed page', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES)
		it(`${name}: every part to buy, every step of the mix, the drawing, and no holes`, async () => {
			const root = await pageOf('systems/[id]/print/', opened(name));
			expect(root.toString()).to.not.match(HOLE);
			const model = modelOf(name);
			const words = wordsOf(root);
			for (const part of partsOf(model.design, model.layout, model.shelf))
				expect(words, part.id).to.include(part.name.replace(/\s+/g, ' '));
			for (const step of mixCard(model)) {
				const { text, caution } = told(step, METRIC);
				expect(words).to.include(text);
				if (caution) expect(words).to.include(caution);
			}
			expect(root.querySelectorAll('svg[role="img"]').length).to.be.at.least(1);
		});

	it('in feet and gallons says lengths and litres in them', async () => {
		const words = wordsOf(await pageOf('systems/[id]/print/', opened('loft-table', US)));
		expect(words)
			.to.match(/\d ft in \d/)
			.and.match(/Mix, [\d.]+ gal/);
		expect(words).to.not.match(/\d m in \d/);
	});
});

describe('templates in full size', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES)
		it(`${name}: pages that cover each pattern, every hole whole on the pages together`, async () => {
			const root = await pageOf('systems/[id]/template/', opened(name));
			expect(root.toString()).to.not.match(HOLE);
			const pages = root.querySelectorAll('.page');
			if (pages.length === 0) {
				expect(wordsOf(root)).to.match(/no holes to mark/);
				return;
			}
			for (const page of pages) {
				const svg = page.querySelector('svg')!;
				const [x, y, width, height] = svg.getAttribute('viewBox')!.split(' ').map(Number);
				// a millimetre on the drawing is a millimetre on paper
				expect(svg.getAttribute('width')).to.equal(`${width}mm`);
				expect(svg.getAttribute('height')).to.equal(`${height}mm`);
				expect(page.toString()).to.match(/h100 m0 -2/);
				const ruler = page.querySelector('.bar')!.getAttribute('d')!;
				const [, barX, barY] = /^M([\d.]+) ([\d.]+)/.exec(ruler)!.map(Number);
				expect(barX).to.be.within(x!, x! + width!);
				expect(barY).to.be.within(y!, y! + height!);
			}
			const seen = (cx: number, cy: number) =>
				pages.some((page) => {
					const box = page.querySelector('svg')!.getAttribute('viewBox')!.split(' ').map(Number);
					const [x = 0, y = 0, w = 0, h = 0] = box;
					return cx >= x && cx <= x + w && cy >= y && cy <= y + h;
				});
			for (const hole of pages[0]!.querySelectorAll('circle'))
				expect(seen(number(hole, 'cx'), number(hole, 'cy'))).to.equal(true);
			expect(wordsOf(root)).to.include(`Print ${pages.length} pages at 100 %`);
		});
});

describe('the shelf of systems', function () {
	this.timeout(240_000);
	const { place } = example('lean-to-rail');
	const network = {
		...{
			open: false,
			addresses: [],
			passcode: 'none',
			atMachine: true,
			secure: false,
			trust: false
		}
	};
	const rest = { settings: { hosts: [] }, copies: true, network };
	const systems = async (names: readonly string[]) => {
		const { cardOf } = await load<typeof Cards>('core/picture/index.ts');
		return names.map((id) => {
			const parts = { ...example(id), place };
			return { id, name: parts.design.name, card: cardOf(parts, BUILT_IN_SHELF), why: null };
		});
	};
	const shown = ({ name, areas, units }: Place) => ({ name, areas, units });
	const home = async (names: readonly string[], deleted: string | null = null) =>
		pageOf('', {
			places: [{ id: 'tern-cottage', ...shown(place), why: null, systems: await systems(names) }],
			deleted,
			...rest
		});
	const DEMO = ['lean-to-rail', 'kitchen-columns', 'loft-table', 'away-bench', 'yard-channels'];

	it('each system stands there with what it holds and what matters most about it', async () => {
		const root = await home(DEMO);
		expect(root.toString()).to.not.match(HOLE);
		const items = root.querySelectorAll('article');
		expect(items).to.have.length(DEMO.length);
		items.forEach((item, i) => {
			const model = modelOf(DEMO[i]!);
			expect(wordsOf(item)).to.include(model.design.name).and.include(model.area.name);
			expect(item.querySelector('a')!.getAttribute('href')).to.equal(`/systems/${DEMO[i]}`);
			expect(wordsOf(item)).to.include(`${model.waterUse.bySite.size} plants`);
		});
	});

	it('one that cannot be drawn, and a place that cannot be read, stand there with the ways out', async () => {
		const why = 'It holds what cannot be: height of the tank.';
		const broken = { id: 'broken', name: 'Old table', card: null, why };
		const root = await pageOf('', {
			places: [
				{
					id: 'a',
					...shown(place),
					name: 'Here',
					why: null,
					systems: [...(await systems(DEMO.slice(0, 1))), broken]
				},
				{
					id: 'b',
					name: 'There',
					why: 'What was stored of it is broken.',
					systems: [],
					areas: [],
					units: place.units
				}
			],
			deleted: null,
			...rest
		});
		const [, item] = root.querySelectorAll('article');
		expect(wordsOf(item!))
			.to.include(why)
			.and.match(/Open.*Go back to the version before.*Delete/);
		expect(wordsOf(root)).to.match(/There.*Go back to the version before.*cannot be read/);
		expect(root.querySelectorAll('a[href^="/start"]').length).to.be.at.least(1);
	});

	it('what was just deleted can be taken back', async () => {
		expect(wordsOf(await home(DEMO.slice(1), 'lean-to-rail'))).to.match(/[Tt]ake it back|Undo/);
		expect(wordsOf(await home(DEMO))).to.not.match(/[Tt]ake it back/);
	});

	it('an empty place says how to begin', async () => {
		const root = await home([]);
		expect(root.querySelectorAll('article')).to.have.length(0);
		expect(root.querySelectorAll('a[href^="/start"]').length).to.be.at.least(1);
		const none = await pageOf('', { places: [], deleted: null, ...rest });
		expect(none.querySelectorAll('a[href^="/start"]').length).to.be.at.least(1);
	});
});

describe('starting a system', function () {
	this.timeout(240_000);
	const { place } = example('lean-to-rail');
	const start = (units = METRIC) =>
		pageOf('start/', {
			placeId: 'p',
			place: { ...place, units },
			shelf: [],
			areaId: null
		});

	it('draws the most fitting kinds first, says why, and lists crops and areas', async () => {
		const root = await start();
		expect(root.toString()).to.not.match(HOLE);
		const titles = VARIANTS.map((variant) => kindOf({ variant }).title);
		expect(titles.filter((title) => wordsOf(root).includes(title)).length).to.be.at.least(5);
		const options = root.querySelectorAll('option').map((o) => wordsOf(o).trim());
		for (const area of place.areas) expect(options.join('|')).to.include(area.name);
		for (const crop of BUILT_IN_SHELF.crops)
			expect(options.join('|').toLowerCase()).to.include(crop.name.toLowerCase());
	});

	it('asks in the units of the place', async () => {
		expect(wordsOf(await start(US))).to.not.match(/\d m\b/);
	});
});

describe('the comparison', function () {
	this.timeout(240_000);
	const pairs: [name: string, variant: string, changes: Change[]][] = [
		['kitchen-columns', 'Rings further apart', [set('design.stands.0.ringPitchMm', 240)]],
		['loft-table', 'Two stakes a pot', [set('design.stands.0.emittersPerPot', 2)]],
		[
			'away-bench',
			'By hand',
			[set('operation.topUp', { kind: 'hand', everyDays: 7, with: 'weak' })]
		]
	];
	const compared = (name: string, variant: string, changes: Change[], units = METRIC) => {
		const { design, operation } = example(name);
		const plan = applyChanges({ design, operation }, changes);
		const chosen = { id: 'v', name: variant, plan };
		return pageOf('systems/[id]/compare/', {
			...opened(name, units),
			alternatives: [{ id: 'v', name: variant }],
			chosen
		});
	};
	for (const [name, variant, changes] of pairs)
		it(`${name} and “${variant}”: what differs, which wins on what, and a way to build it`, async () => {
			const root = await compared(name, variant, changes);
			expect(root.toString()).to.not.match(HOLE);
			expect(root.querySelectorAll('svg').length).to.be.at.least(2);
			const words = wordsOf(root);
			expect(words).to.include(variant).and.include('Build it this way instead');
			expect(words.match(/Better on (?:nothing|[a-z])/g)).to.have.length(2);
			for (const table of root.querySelectorAll('table'))
				for (const row of table.querySelectorAll('tr'))
					expect(row.querySelectorAll('th, td')).to.have.length(3);
		});

	it('in feet and gallons', async () => {
		const words = wordsOf(await compared(...pairs[0]!, US));
		expect(words)
			.to.match(/\d gal/)
			.and.not.match(/\d L\b/);
	});

	it('with nothing kept yet it says how to keep a variant', async () => {
		const root = await pageOf('systems/[id]/compare/', {
			...opened('loft-table'),
			alternatives: [],
			chosen: null
		});
		expect(wordsOf(root)).to.match(/variant/i);
		expect(root.querySelectorAll('button').length).to.be.at.least(1);
	});
});
