import { expect } from 'chai';
import { SystemModel } from '../../src/lib/core/model';
import { findingsOf, fixesOf, isSettled, judgedBy, wordFor } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { rail, railModel } from './rail';

/** A finding with the fixes that hold. */
function found(model: SystemModel, code: string) {
	const finding = findingsOf(model).find((f) => f.code === code);
	return finding && { ...finding, fixes: fixesOf(model, finding) };
}

describe('findings', () => {
	const stand = (field: string, value: unknown) => ({ path: `design.stands.0.${field}`, value });
	/** What to do to the demo rail, the finding it must raise, and whether its first fix must settle it. */
	const table: [code: string, changes: { path: string; value: unknown }[], settles?: boolean][] = [
		['outlet-dry', [{ path: 'record.nowL', value: 10 }]],
		['outlet-under-demand', [{ path: 'operation.feed.setMin', value: 4 }]],
		[
			'uneven-flow',
			[
				{ path: 'record.nowL', value: 22 },
				{ path: 'operation.feed.setMin', value: 40 }
			]
		],
		[
			'pump-too-small',
			[
				{ path: 'design.source.partId', value: 'pump-350' },
				{ path: 'design.lines.mainTubeId', value: 'feed-9.5' },
				stand('lowEndHeightMm', 1100)
			]
		],
		[
			'pump-too-large',
			[
				{ path: 'design.source.partId', value: 'pump-4000' },
				{ path: 'operation.dial', value: 1 },
				{ path: 'design.lines.mainTubeId', value: 'feed-25' },
				{ path: 'operation.feed.setMin', value: 30 }
			]
		],
		['tank-level-limit', []],
		[
			'return-too-small',
			[
				{ path: 'design.source.partId', value: 'pump-2500' },
				{ path: 'operation.dial', value: 1 },
				stand('emitterId', 'spout-6'),
				stand('returns', 'shared'),
				stand('returnTubeId', 'return-32'),
				stand('rowTubeId', 'feed-25')
			]
		],
		['return-too-flat', [stand('fallPercent', 0.5)]],
		['return-below-water', [stand('lowEndHeightMm', 200)]],
		['drain-back-spills', [{ path: 'operation.fillL', value: 74 }]],
		[
			'tank-below-pump',
			[{ path: 'operation.topUp', value: { kind: 'hand', everyDays: 6, with: 'weak' } }]
		],
		[
			'drift-over-limit',
			[
				{ path: 'operation.topUp', value: { kind: 'float', with: 'water' } },
				{ path: 'design.reserve', value: null }
			]
		],
		['feed-dose-short', [{ path: 'operation.feed.setMin', value: 6 }]],
		[
			'feed-overlap',
			[
				{ path: 'operation.feed.school', value: 'pulse' },
				{ path: 'operation.feed.pulseEveryMin', value: 10 },
				{ path: 'operation.feed.timer.slotsPerDay', value: 200 },
				{ path: 'operation.feed.setMin', value: 15 }
			]
		],
		[
			'feed-slots',
			[
				{ path: 'operation.feed.school', value: 'pulse' },
				{ path: 'operation.feed.pulseEveryMin', value: 20 }
			]
		],
		['feed-too-seldom', [{ path: 'operation.feed.soakPerDay', value: 2 }]],
		['feed-window-closed', [{ path: 'operation.feed.lights.durationMin', value: 120 }]],
		['mix-too-strong', [{ path: 'operation.mix.strengthMsCm', value: 4 }]],
		['parts-do-not-join', [{ path: 'design.lines.mainTubeId', value: 'feed-19' }]],
		['pump-out-of-reach', [stand('lowEndHeightMm', 480)]],
		['row-out-of-reach', [stand('rowGapMm', 600), stand('rows', 3)]],
		['hot-water-standing', [stand('feedFallPercent', 0)]],
		['too-close', []],
		['bench-weight', [], false],
		['electricity-near-water', [], false],
		['row-does-not-fit', [stand('perRow', 9)]],
		['outside-area', [stand('perRow', 12), stand('lengthMm', 5200)]],
		[
			'pump-test-unusable',
			[
				{
					path: 'record.pumpTest',
					value: {
						pumpId: 'pump-900',
						readings: [
							{ liftM: 0.2, litres: 1, seconds: 60 },
							{ liftM: 1, litres: 2, seconds: 10 }
						]
					}
				}
			],
			false
		],
		['reserve-runs-out', []],
		[
			'feed-drains',
			[stand('drainsTo', 'waste'), { path: 'operation.feed.setMin', value: 40 }],
			false
		],
		['unknown-part', [stand('emitterId', 'left-over')]]
	];
	for (const [code, changes, settles = true] of table)
		it(`${code}: raised with figures, and its fix helps`, () => {
			const model = railModel(changes);
			const finding = found(model, code);
			if (!finding)
				throw new Error(
					`not raised, but ${findingsOf(model)
						.map((f) => f.code)
						.join(', ')}`
				);
			expect(finding.message.length).to.be.greaterThan(40);
			if (!settles) return;
			expect(finding.fixes.length).to.be.within(1, 3);
			for (const fix of finding.fixes) {
				expect(fix.label).to.not.equal('');
				expect(fix.effect).to.not.equal('');
				const after = findingsOf(model.with(fix.change));
				const still = after.filter((f) => f.code === code && f.subject === finding.subject);
				expect(
					still.map((f) => f.message),
					fix.label
				).to.not.include(finding.message);
			}
			const best = findingsOf(model.with(finding.fixes[0]!.change)).filter((f) => f.code === code);
			if (
				![
					'reserve-runs-out',
					'parts-do-not-join',
					'bench-weight',
					'too-close',
					'feed-drains',
					'outside-area'
				].includes(code)
			)
				expect(best.map((f) => f.message)).to.deep.equal([]);
		});

	const strangers: [what: string, change: { path: string; value: unknown }][] = [
		['crop', { path: 'operation.crops', value: { 'rail/1/1/1': 'moon-melon' } }],
		['pump', { path: 'design.source.partId', value: 'pump-of-a-friend' }],
		['tank', { path: 'design.tank.partId', value: 'old-bath' }]
	];
	for (const [what, change] of strangers)
		it(`unknown-part: a ${what} that is not on the shelf is named, and can be replaced`, () => {
			const model = railModel([change]);
			const finding = found(model, 'unknown-part')!;
			expect(finding.message).to.match(new RegExp(`^The ${what} “`));
			const after = model.with(finding.fixes[0]!.change);
			expect(findingsOf(after).map((f) => f.code)).to.not.include('unknown-part');
		});

	it('obstacle-in-the-way: a post where the bench should stand, and rows that stay clear of it', () => {
		const parts = rail();
		const { place } = parts;
		const post = { name: 'Post', xM: 2.2, yM: 0.6, lengthM: 0.1, widthM: 0.1, heightM: 2 };
		const area = { ...place.areas[0]!, obstacles: [post] };
		const model = new SystemModel({ ...parts, place: { ...place, areas: [area] } }, BUILT_IN_SHELF);
		const finding = found(model, 'obstacle-in-the-way')!;
		expect(finding.message).to.match(/^Post stands in the way, 2.20 m from the left/);
		expect(finding.fixes.length).to.be.within(1, 2);
		for (const fix of finding.fixes)
			expect(findingsOf(model.with(fix.change)).map((f) => f.code)).to.not.include(
				'obstacle-in-the-way'
			);
		const aside = { ...place, areas: [{ ...area, obstacles: [{ ...post, yM: 1.1 }] }] };
		expect(
			findingsOf(new SystemModel({ ...parts, place: aside }, BUILT_IN_SHELF)).map((f) => f.code)
		).to.not.include('obstacle-in-the-way');
	});

	it('leaves out what the grower has settled, until its figure is a tenth worse', () => {
		let model = railModel();
		for (const code of ['electricity-near-water', 'bench-weight']) {
			const { acknowledge } = findingsOf(model).find((f) => f.code === code)!;
			model = model.with(acknowledge!.change);
		}
		const codes = (of: SystemModel) => findingsOf(of).map((f) => f.code);
		for (const code of ['electricity-near-water', 'bench-weight'])
			expect(codes(model)).to.not.include(code);
		const words = [...model.record.settled, ...model.place.settled];
		const word = words.find(({ code }) => code === 'bench-weight')!;
		expect(word.figure).to.be.greaterThan(50);
		// a tenth heavier it is asked again, and not before
		const at = (times: number) =>
			railModel().with([
				{ path: 'record.settled', value: [{ ...word, figure: word.figure! / times }] }
			]);
		expect(codes(at(1.09))).to.not.include('bench-weight');
		expect(codes(at(1.12))).to.include('bench-weight');
	});

	it('asks again about what has no figure when it is about something else', () => {
		const said = {
			code: 'holes-stand-open' as const,
			step: 'plants' as const,
			severity: 'caution' as const,
			subject: 'tower/1',
			message: 'Some sites have no plant.',
			fixes: () => [{ label: 'x', effect: 'y', change: [{ path: 'design.a', value: 1 }] }]
		};
		const model = railModel();
		expect(judgedBy(said)).to.equal(null);
		const settled = wordFor(model, [], said);
		const after = model.with([{ path: 'record.settled', value: settled }]);
		expect(isSettled(after, said)).to.equal(true);
		expect(isSettled(after, { ...said, subject: 'tower/2' })).to.equal(false);
		expect(isSettled(after, { ...said, fixes: () => [] })).to.equal(false);
		expect(isSettled(after, { ...said, severity: 'stop' })).to.equal(false);
	});
});
