import { expect } from 'chai';
import { partsSchema } from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import {
	FINDING_CODES,
	findingsOf,
	type Finding,
	type FindingCode,
	type Said
} from '../../src/lib/core/review';
import { brokenColumn } from '../../src/lib/core/review/findings/flow';
import { unitsOnlyIn } from '../../src/lib/core/quantity';
import { codes, EXAMPLES, figureWith, modelOf, set } from './example';
import { TROUBLES, type Trouble } from './troubles';

/** A figure with a metric unit, which somebody who asked for feet and gallons should not meet. */
const METRIC_FIGURE = figureWith(unitsOnlyIn('metric'));

/** Prose a grower reads: whole sentences, no holes in them. */
function readable({ code, message, fixes }: Finding): void {
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
const troubled = (
	{ from, by, area }: Trouble,
	units?: SystemModel['place']['units']
): SystemModel => {
	const model = modelOf(from, ...by);
	const areas = model.place.areas.map((one) => ({ ...one, ...area }));
	return model.with([set('place.areas', areas), ...(units ? [set('place.units', units)] : [])]);
};
const worst = (list: readonly Finding[], of: Finding) =>
	list.filter((f) => f.code === of.code && f.subject === of.subject).length;

describe('what goes wrong', () => {
	for (const trouble of TROUBLES) {
		const { code, from, subject, says, unmended } = trouble;
		it(`${code} in ${from}: is said, and each way out is one`, () => {
			const model = troubled(trouble);
			const all = findingsOf(model);
			const found = all.filter((f) => f.code === code && (!subject || f.subject === subject));
			expect(
				found.map((f) => f.code),
				all.map((f) => f.code).join(' ')
			).to.include(code);
			if (says) expect(found.map((f) => f.message).join(' ')).to.match(says);
			found.forEach(readable);
			if (!unmended) expect(found[0]!.fixes, 'fixes').to.not.have.length(0);
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
		for (const trouble of built) {
			const { code, from } = trouble;
			const model = troubled(trouble);
			const before = findingsOf(model);
			for (const finding of before.filter((f) => f.code === code))
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
		for (const trouble of TROUBLES) {
			const { code } = trouble;
			for (const f of findingsOf(troubled(trouble, us)).filter((one) => one.code === code)) {
				readable(f);
				// parts are called by the size they are sold in
				if (
					[
						'parts-do-not-join',
						'unknown-part',
						'return-too-small',
						'fixings-overloaded',
						'pot-spills',
						'pot-near-brim'
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
