import { solveNetwork } from '../src/lib/core/hydraulics';
import { denseNewton } from './dense';
import { exponentOf, print, time } from './measure';
import { randomNetwork, rowsOnHeader, seeded } from './networks';

/** The solver alone: its growth, against a plain one, and over thousands of random networks. */
export function solving(): void {
	const sizes = [14, 100, 500, 2000, 10_000];
	const ms = new Map<number, number>();
	// every size is run warm: the smaller ones first teach the engine
	for (let i = 0; i < 60; i++) solveNetwork(rowsOnHeader(500));
	for (const size of sizes) {
		const input = rowsOnHeader(size);
		const { iterations } = solveNetwork(input);
		ms.set(
			size,
			time(() => void solveNetwork(input), size > 5000 ? 9 : 31)
		);
		print(`network, ${size} outlets`, `${ms.get(size)!.toFixed(2)} ms, ${iterations} iterations`);
	}
	const at = (size: number) => ({ size, ms: ms.get(size)! });
	print(
		'network, growth from 500 to 10,000',
		`exponent ${exponentOf(at(500), at(10_000)).toFixed(2)}`
	);
	const input = rowsOnHeader(500);
	const dense = time(() => void denseNewton(input), 3);
	const same = solveNetwork(input).source.flowLph / denseNewton(input);
	print(
		'network, dense Newton over sparse at 500',
		`${(dense / ms.get(500)!).toFixed(0)} times (same flow: ${same.toFixed(6)})`
	);
	const random = seeded(2026);
	let worst = 0;
	let most = 0;
	const count = 5000;
	for (let i = 0; i < count; i++) {
		const { imbalanceLph, iterations } = solveNetwork(randomNetwork(random));
		worst = Math.max(worst, imbalanceLph);
		most = Math.max(most, iterations);
	}
	print(
		`random networks, ${count}`,
		`none diverged, ${most} iterations at most, ${worst.toExponential(1)} L/h out of balance at most`
	);
}
