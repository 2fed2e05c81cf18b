import { expect } from 'chai';
import fc from 'fast-check';
import '../seed';
import { partsOf } from '../../src/lib/core/construction';
import { evenKinds, lossesTo, type SystemModel } from '../../src/lib/core/model';
import { provenFindings } from '../../src/lib/core/review';
import { modelOf, set } from './example';

const STAND = 'design.stands[id=rows]';
/** Rows of buckets outdoors with so many rows, so far apart, on a header that is fed here. */
const rowsOf = (
	rows: number,
	gapMm: number,
	headerFed: 'end' | 'middle',
	...more: [string, unknown][]
) =>
	modelOf(
		'outdoor-bucket-rows',
		set('operation.crops', {}),
		set(`${standPath()}.rows`, rows),
		set(`${standPath()}.rowGapMm`, gapMm),
		set(`${standPath()}.headerFed`, headerFed),
		...more.map(([field, value]) => set(`${standPath()}.${field}`, value))
	);
function standPath(): string {
	const { id } = modelOf('outdoor-bucket-rows').design.stands[0]!;
	return STAND.replace('rows', id);
}
const headerM = ({ layout }: SystemModel): number =>
	layout.runs.filter(({ role }) => role === 'header').reduce((sum, run) => sum + run.lengthM, 0);

describe('a header across rows', () => {
	it('fed in its middle is as long as the rows lie apart; from its end the way there comes to it', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 1, max: 9 }),
				fc.integer({ min: 400, max: 1200 }),
				(rows, gap) => {
					const across = ((rows - 1) * gap) / 1000;
					const middle = headerM(rowsOf(rows, gap, 'middle'));
					const end = headerM(rowsOf(rows, gap, 'end'));
					expect(middle).to.be.closeTo(across, 1e-6);
					expect(end).to.be.closeTo(1.5 * across, 1e-6);
				}
			),
			{ numRuns: 30 }
		);
	});

	it('fed in its middle gives every bucket that is alike on both sides the same', () => {
		const model = rowsOf(4, 700, 'middle');
		const given = model.layout.outlets.map(({ nodeId }) => model.flows.outletLph.get(nodeId)!);
		const each = given.length / 4;
		for (let i = 0; i < each; i++) {
			expect(given[i]).to.be.closeTo(given[3 * each + i]!, 1e-6);
			expect(given[each + i]).to.be.closeTo(given[2 * each + i]!, 1e-6);
		}
	});

	it('of a tube of its own that is too narrow is what is blamed, and mended first', () => {
		const model = rowsOf(8, 1200, 'end', ['headerTubeId', 'feed-6'], ['rowTubeId', 'feed-16']);
		const [uneven] = provenFindings(model).filter(({ code }) => code === 'uneven-flow');
		expect(uneven!.message).to.match(/the header loses .* more on the way to/);
		const said = Math.round(evenKinds(model)[0]!.uniformity.variationPercent);
		expect(uneven!.message).to.include(`differs by ${said} %`);
		const [first, second] = uneven!.fixes;
		expect([first!.label, second!.label]).to.deep.equal([
			'Feed the header in its middle',
			'Header of 9.5 mm'
		]);
		for (const { change, effect } of [first!, second!]) {
			const after = evenKinds(model.with(change))[0]!.uniformity.variationPercent;
			expect(effect).to.equal(`differs by ${Math.round(after)} %`);
		}
	});

	it('loses along a way just the head that is missing at its end', () => {
		const model = rowsOf(3, 800, 'end');
		const { result } = model.path;
		const head = new Map(result.nodes.map(({ id, headM }) => [id, headM]));
		for (const { nodeId } of model.layout.outlets) {
			const lost = [...lossesTo(nodeId, model.layout, result.links).values()];
			const sum = lost.reduce((total, { lossM }) => total + lossM, 0);
			expect(head.get('pump')! - head.get(nodeId)!).to.be.closeTo(sum, 1e-6);
		}
	});

	it('wider than its rows wants a reducing tee for each, once it is bought', () => {
		const model = rowsOf(3, 800, 'end', ['headerTubeId', 'feed-19']);
		const joint = model.layout.joints.find(({ id }) => id.endsWith('.header-row'))!;
		expect([joint.needs, joint.count]).to.deep.equal([true, 3]);
		const bought = model.with([set('design.lines.adapters', [joint.id])]);
		const list = partsOf(bought.design, bought.layout, bought.shelf);
		expect(list.find(({ name }) => name === joint.adapter)!.count).to.equal(3);
	});
});
