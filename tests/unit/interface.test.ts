import { expect } from 'chai';
import fc from 'fast-check';
import { applyChanges, SCHOOLS } from '../../src/lib/core/design';
import { CROPS } from '../../src/lib/core/shelf';
import { clockOf, moveFeed } from '../../src/lib/ui/clock/day-drag';
import { polygon } from '$lib/core/picture';
import { frameOf } from '../../src/lib/ui/drawing/frame';
import { leavesOf } from '../../src/lib/core/picture/plant-shape';
import { OPERATIONS } from '../../src/lib/core/operations';
import { rowsOf, WORDS } from '../../src/lib/ui/explain/formulas';
import { selectedLine } from '../../src/lib/ui/inspector/selected-line';
import { messageOf } from '../../src/lib/ui/sync/http';
import { rail, railModel } from './rail';

describe('frame', () => {
	const { layout } = railModel();
	const sizes: [width: number, height: number, below: boolean][] = [
		[834, 570, true],
		[834, 394, false],
		[1500, 900, true],
		[370, 470, true],
		[730, 440, true]
	];
	for (const [width, height, below] of sizes)
		it(`at ${width} by ${height} px draws everything inside, x and z at one scale`, () => {
			const frame = frameOf(layout, width, height, below);
			expect(frame.x(1) - frame.x(0)).to.be.closeTo(frame.scale, 1e-9);
			expect(frame.z(0) - frame.z(1)).to.be.closeTo(frame.scale, 1e-9);
			expect(frame.right).to.be.below(width);
			expect(frame.x(layout.extent.from.xM)).to.be.at.least(0);
			expect(frame.z(frame.topM)).to.be.at.least(frame.head!.bottom);
			if (frame.plan && frame.bars) {
				expect(frame.y(0) - frame.y(1)).to.be.closeTo(frame.scale, 1e-9);
				expect(frame.bars.top).to.be.above(frame.z(0));
				expect(frame.plan.top).to.be.above(frame.bars.bottom);
				expect(frame.plan.bottom).to.be.at.most(height + 1);
			}
		});

	it('writes outlines to a tenth of a pixel', () => {
		expect(
			polygon([
				[1, 2],
				[3.456, 7]
			])
		).to.equal('1.0,2.0 3.5,7.0');
	});
});

describe('plants', () => {
	for (const crop of CROPS)
		it(`${crop.name} keeps about to its spread and height`, () => {
			const leaves = leavesOf(crop.habit, 100, 160, 3);
			expect(leaves.length).to.be.above(1);
			for (const leaf of leaves) {
				expect(Math.abs(leaf.cx)).to.be.at.most(60);
				expect(leaf.cy).to.be.within(-20, 175);
				expect(leaf.rx).to.be.above(0);
				expect(leaf.ry).to.be.above(0);
			}
		});
});

describe('the day, dragged', () => {
	const { design, operation } = rail();

	it('reads minutes as a clock, round midnight', () => {
		expect([0, 75, 1439.6, 1500, -30].map(clockOf)).to.deep.equal([
			'00:00',
			'01:15',
			'00:00',
			'01:00',
			'23:30'
		]);
	});

	it('whatever feed is moved wherever, a plan comes of it', () => {
		fc.assert(
			fc.property(
				fc.constantFrom(...SCHOOLS),
				fc.nat(5),
				fc.integer({ min: -1500, max: 1500 }),
				(school, index, by) => {
					const feed = { ...operation.feed, school };
					const plan = { design, operation: { ...operation, feed } };
					const moved = applyChanges(
						plan,
						moveFeed(feed, index, school === 'fixed' ? 2 : 6, by, 930)
					).operation.feed;
					const { window } = moved;
					expect(window.startAfterOnMin + window.stopBeforeOffMin).to.be.at.most(930);
					expect(railModel([{ path: 'operation.feed', value: moved }]).feed).to.not.equal(null);
				}
			),
			{ numRuns: 80 }
		);
	});

	const table: [
		school: (typeof SCHOOLS)[number],
		index: number,
		by: number,
		path: string,
		value: number
	][] = [
		['soak', 0, 30, 'operation.feed.window.startAfterOnMin', 120],
		['soak', 3, 30, 'operation.feed.window.stopBeforeOffMin', 90],
		['soak', 1, -30, 'operation.feed.window.startAfterOnMin', 60],
		['pulse', 2, 20, 'operation.feed.pulseEveryMin', 70],
		['repeat', 0, 15, 'operation.feed.repeatFromMin', 15],
		['repeat', 3, -30, 'operation.feed.repeatEveryMin', 110]
	];
	for (const [school, index, by, path, value] of table)
		it(`feed ${index} of a ${school} moved by ${by} min sets ${path}`, () => {
			const change = moveFeed({ ...operation.feed, school }, index, 4, by, 930).find(
				(c) => c.path === path
			);
			expect(change?.value).to.equal(value);
		});
});

describe('what is chosen', () => {
	const model = railModel();
	const table: [id: string, name: string, words: RegExp][] = [
		[
			'rail.A7',
			'A7',
			/^cucumber, full: 1.80? L\/h of 1.78 L\/h needed, 0.07 m of head left; drinks [\d.]+ L a day\. It holds 10.9 L of medium, with 1.8\d? L in it they can take up and 0.5\d? L standing in it\.$/
		],
		[
			'main',
			'Feed main',
			/^0.88 m of 13 mm feed tube with pump barb, elbow: 28.4 L\/h at 0.06 m\/s, Reynolds number \d+, loses [\d.]+ mm of head\.$/
		],
		[
			'rail.return.A',
			'Return of row A',
			/^2.69 m falling 1.5 %, 6 % full at .* half full it would carry 1045 L\/h\.$|^2.69 m falling 1.5 %/
		],
		['tank', 'Tank', /^32 L of 75 L in it, 152 mm deep/],
		['rail.top', 'Rail', /^2.90 m long, 630 mm high at the low end, bears 125 kg/]
	];
	for (const [id, name, words] of table)
		it(`${id} is said in a line`, () => {
			const line = selectedLine(model, id)!;
			expect(line.name).to.equal(name);
			expect(line.words).to.match(words);
		});
	it('nothing, or something that is gone, is not said', () => {
		expect(selectedLine(model, null)).to.equal(null);
		expect(selectedLine(model, 'rail.Z9')).to.equal(null);
	});
});

describe('explanations', () => {
	it('there are words and a source for every operation the model runs', () => {
		expect(Object.keys(WORDS).sort()).to.deep.equal(OPERATIONS.map((op) => op.id).sort());
		for (const { words, source } of Object.values(WORDS)) {
			expect(words.length).to.be.above(20);
			expect(source.length).to.be.above(5);
		}
	});
	it('field names become words with their unit', () => {
		expect(
			rowsOf(
				{
					innerDiameterMm: 37,
					ecStartMsCm: 2.2,
					useLPerDay: 14.275,
					on: true,
					kind: 'float',
					list: [1, 2],
					nested: { areaM2: 0.5 },
					elementsMgL: { NO3N: 132 },
					pullN: 300,
					gustKmH: 75
				},
				12
			)
		).to.deep.equal([
			{ name: 'inner diameter', value: '37 mm' },
			{ name: 'ec start', value: '2.2 mS/cm' },
			{ name: 'use', value: '14.28 L a day' },
			{ name: 'on', value: 'yes' },
			{ name: 'kind', value: 'float' },
			{ name: 'list', value: '2' },
			{ name: 'nested area'.slice(7), value: '0.5 m²' },
			{ name: 'NO3N', value: '132 mg/L' },
			{ name: 'pull', value: '300 N' },
			{ name: 'gust', value: '75 km/h' }
		]);
		expect(rowsOf(null)).to.deep.equal([]);
		expect(rowsOf({ tinyM: 0.00001234 })[0]!.value).to.equal('1.23e-5 m');
	});
});

describe('an answer of the server', () => {
	it('finds the sentence in a refusal, or has one', async () => {
		expect(await messageOf(new Response('{"error":{"message":"gone"}}'))).to.equal('gone');
		expect(await messageOf(new Response('<html>'))).to.match(/could not do this/);
	});
});
