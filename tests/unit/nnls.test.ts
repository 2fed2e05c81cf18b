import { expect } from 'chai';
import { nnls } from '../../src/lib/core/nutrients/nnls';
import { numbers } from '../seed';

const dot = (a: readonly number[], b: readonly number[]) =>
	a.reduce((sum, value, i) => sum + value * b[i]!, 0);

describe('least squares without anything below nought', () => {
	it('finds what made the right side, where nothing in it is below nought', () => {
		const roll = numbers('nnls');
		for (let n = 1; n <= 6; n++) {
			const a = Array.from({ length: n + 2 }, () => Array.from({ length: n }, () => roll() - 0.3));
			const made = Array.from({ length: n }, () => roll());
			const found = nnls(
				a,
				a.map((row) => dot(row, made))
			);
			found.forEach((value, j) => expect(value, `${j} of ${n}`).to.be.closeTo(made[j]!, 1e-9));
		}
	});

	it('else is as near as may be: nothing in it can grow or shrink and come nearer', () => {
		const roll = numbers('nearest');
		for (let round = 0; round < 40; round++) {
			const a = Array.from({ length: 7 }, () => Array.from({ length: 4 }, () => 2 * roll() - 1));
			const b = Array.from({ length: 7 }, () => 2 * roll() - 1);
			const x = nnls(a, b);
			const off = a.map((row, i) => b[i]! - dot(row, x));
			x.forEach((value, j) => {
				const pull = dot(
					a.map((row) => row[j]!),
					off
				);
				expect(value).to.be.at.least(0);
				if (value > 0) expect(pull, `${round}: ${j}`).to.be.closeTo(0, 1e-9);
				else expect(pull, `${round}: ${j}`).to.be.at.most(1e-9);
			});
		}
	});
});
