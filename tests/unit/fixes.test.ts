import { expect } from 'chai';
import { partsSchema, type Change } from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import {
	FINDING_CODES,
	findingsOf,
	fixesOf,
	type Finding,
	type ProvenFinding,
	type FindingCode,
	type Said
} from '../../src/lib/core/review';
import { emitterRange } from '../../src/lib/core/review/findings/emitter-range';
import { brokenColumn } from '../../src/lib/core/review/findings/flow';
import { unitsOnlyIn } from '../../src/lib/core/quantity';
import { codes, EXAMPLES, figureWith, modelOf, set } from './example';
import { some } from '../seed';
import { troubled, TROUBLES } from './troubles';

/** A figure with a metric unit, which somebody who asked for feet and gallons should not meet. */
const METRIC_FIGURE = figureWith(unitsOnlyIn('metric'));

/** Prose a grower reads: whole sentences, no holes in them. */
function readable({ code, message, fixes }: ProvenFinding): void {
	expect(message, code).to.match(/^[A-Z0-9“].*[.!]$/s);
	for (const text of [message, ...fixes.flatMap((f) => [f.label, f.effect])]) {
		expect(text, code).to.not.match(/undefined|NaN|Infinity|null|\[object| {2}|\.\.| ,|\( | \)/);
		// 1 pots, 1 days; but 11 pots
		expect(text, code).to.not.match(/(?<![\d.,])1 (?:days|pots|buckets|sites|towers|trays)\b/);
	}
	for (const { label, effect } of fixes) {
		expect(label, code).to.have.length.within(4, 60);
		expect(effect, `${code}: ${label}`).to.not.equal('');
		expect(effect, code).to.not.match(/\.$/);
	}
}
/** What is found of a code, with the fixes that hold. */
const provenOf = (model: SystemModel, code: FindingCode): ProvenFinding[] =>
	findingsOf(model)
		.filter((finding) => finding.code === code)
		.map((finding) => ({ ...finding, fixes: fixesOf(model, finding) }));
const worst = (list: readonly Finding[], of: Finding) =>
	list.filter((f) => f.code === of.code && f.subject === of.subject).length;

describe('what goes wrong', () => {
	for (const trouble of some(TROUBLES, 'what goes wrong', 0.5)) {
		const { code, from, subject, says, unmended } = trouble;
		it(`${code} in ${from}: is said, and each way out is one`, () => {
			const model = troubled(trouble);
			const found = provenOf(model, code).filter((f) => !subject || f.subject === subject);
			expect(
				found.map((f) => f.code),
				codes(model).join(' ')
			).to.include(code);
			if (says) expect(found.map((f) => f.message).join(' ')).to.match(says);
			found.forEach(readable);
			// what no change of the design settles, a word does
			const [{ fixes, acknowledge }] = found as [ProvenFinding];
			if (!unmended) expect(fixes.length + (acknowledge ? 1 : 0), 'ways out').to.be.above(0);
			for (const finding of found)
				for (const { label, change } of finding.fixes) {
					const after = model.with(change);
					expect(partsSchema.safeParse(after.parts).error?.issues ?? [], label).to.deep.equal([]);
					// gone, or at least less of it: the same words again mean that nothing happened
					const left = findingsOf(after).find(
						(f) => f.code === code && f.subject === finding.subject && f.message === finding.message
					);
					expect(left, label).to.equal(undefined);
				}
		});
	}

	it('no remedy brings a new stop with it', () => {
		const made: string[] = [];
		// behind what cannot be built, or does not drain at all, other troubles only come to light
		const built = TROUBLES.filter(
			({ code }) => !['cannot-be-built', 'return-too-small'].includes(code)
		);
		for (const trouble of some(built, 'remedies', 0.15)) {
			const { code, from } = trouble;
			const model = troubled(trouble);
			const before = findingsOf(model);
			for (const finding of provenOf(model, code))
				for (const { label, change } of finding.fixes)
					for (const f of findingsOf(model.with(change)))
						if (f.severity === 'stop' && worst(before, f) === 0)
							made.push(`${from}, ${code}: ${label} → ${f.code}`);
		}
		expect([...new Set(made)]).to.deep.equal([]);
	});

	it('is said in feet and gallons to those who measure in them', () => {
		const said: string[] = [];
		const us = { system: 'us' as const, strength: 'ppm500' as const };
		for (const trouble of some(TROUBLES, 'feet and gallons', 0.15)) {
			const { code } = trouble;
			for (const f of provenOf(troubled(trouble).with([set('place.units', us)]), code)) {
				readable(f);
				// parts are called by the size they are sold in
				if (
					[
						'parts-do-not-join',
						'unknown-part',
						'return-too-small',
						'fixings-overloaded',
						'pot-spills',
						'pot-near-brim',
						'emitter-under-range',
						'uneven-flow',
						'stake-and-medium',
						'outlet-under-demand',
						'tank-below-pump',
						'drain-back-spills',
						'strength-leaves-band'
					].includes(code)
				)
					continue;
				for (const text of [f.message, ...f.fixes.flatMap((fix) => [fix.label, fix.effect])])
					if (text.search(METRIC_FIGURE) >= 0) said.push(`${code}: ${text}`);
			}
		}
		expect(said).to.deep.equal([]);
	});
});

describe('every code there is', () => {
	/** No system that can be typed in comes to it: judged on a made-up reading of the water path. */
	const BEYOND = new Map<FindingCode, () => Said[]>([
		[
			'column-breaks',
			() => {
				const { path, design } = modelOf('lean-to-rail');
				const result = { ...path.result, lowestPressureM: -9.5 };
				return brokenColumn({ path: { ...path, result }, design });
			}
		],
		[
			'emitter-over-range',
			() => {
				// no pump on the shelf comes to it: one whose drippers bear little does
				const model = modelOf('wall-pockets');
				const emitters = model.shelf.emitters.map((e) =>
					e.law.kind === 'compensating'
						? { ...e, law: { ...e.law, minHeadM: 0.1, maxHeadM: 1 } }
						: e
				);
				return emitterRange(model.of(model.parts, { ...model.shelf, emitters }));
			}
		]
	]);
	const sound = EXAMPLES.map((name) => new Set(codes(modelOf(name))));

	for (const code of FINDING_CODES)
		it(`${code} is raised by something, and not by everything`, () => {
			const beyond = BEYOND.get(code);
			if (beyond) expect(beyond().map((said) => said.code)).to.include(code);
			else expect(TROUBLES.map((trouble) => trouble.code)).to.include(code);
			const without = sound.filter((found) => !found.has(code));
			expect(without.length, 'examples that are free of it').to.be.above(0);
		});

	it('nothing is found under another', () => {
		const known = new Set<string>(FINDING_CODES);
		for (const found of sound)
			for (const code of found) expect(known.has(code), code).to.equal(true);
	});
});

/** What is said of the day, the weeks and the season; `without`: the cause taken away where the example has it. */
const OF_TIME: Partial<Record<FindingCode, readonly Change[]>> = {
	'stress-before-feed': [],
	'medium-stays-soaked': [
		set('operation.feed.soakPerDay', 14),
		set('operation.feed.school', 'soak')
	],
	'pumped-under-drunk': [],
	'feed-slots': [],
	'feed-night-too-long': [
		set('operation.feed.repeatEveryMin', 17),
		set('operation.feed.school', 'repeat')
	],
	'power-cut-wilts': [set('operation.awayH', 0)],
	'tank-heats-up': [set('design.tank.shaded', true)],
	'frost-before-pick': [],
	'reserve-runs-out': [set('design.reserve.count', 12)],
	'strength-leaves-band': [],
	'salt-builds-up': [set('operation.flushEveryDays', 7)],
	'nothing-leaches': [],
	'valve-too-early': [],
	'site-stands-empty': [],
	'same-hour': []
};

describe('what is said of time', () => {
	for (const [code, without] of Object.entries(OF_TIME))
		it(`${code}: is raised, is absent without its cause, and its first way out makes it go`, () => {
			const trouble = TROUBLES.find((one) => one.code === code)!;
			const model = troubled(trouble);
			const [finding] = provenOf(model, code as FindingCode);
			const has = (of: SystemModel) => findingsOf(of).some((f) => f.code === code);
			expect(has(modelOf(trouble.from, ...without))).to.equal(false);
			const [first] = finding!.fixes;
			expect(first, 'a way out').to.not.equal(undefined);
			expect(has(model.with(first!.change)), first!.label).to.equal(false);
		});
});
