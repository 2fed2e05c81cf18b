import { expect } from 'chai';
import {
	asJson,
	buffersIn,
	calculate,
	calculateLong,
	OPERATIONS
} from '../../src/lib/core/operations';
import { runSteps, Stopped, type Steps } from '../../src/lib/core/quantity';
import type { Answer } from '../../src/lib/core/operations';
import { Queue } from '../../src/lib/workers/queue';
import { example } from './example';

/** Hands that finish a job when they are told to. */
function hands() {
	const began: string[] = [];
	const stopped: number[] = [];
	const ends = new Map<string, { done: (answer: Answer) => void; failed: (f: Error) => void }>();
	const told = new Map<string, (share: number) => void>();
	return {
		began,
		stopped,
		told,
		end: async (op: string, fault?: Error) => {
			if (fault) ends.get(op)!.failed(fault);
			else ends.get(op)!.done({ result: op });
			await new Promise((go) => setTimeout(go));
		},
		run: (op: string) => (_: number, tell: (share: number) => void) => {
			began.push(op);
			told.set(op, tell);
			return new Promise<Answer>((done, failed) => ends.set(op, { done, failed }));
		},
		stop: (job: number) => void stopped.push(job)
	};
}
const outcome = (job: Promise<Answer>) =>
	job.then(
		(answer) => ('result' in answer ? String(answer.result) : 'refused'),
		(fault: unknown) => (fault instanceof Stopped ? 'stopped' : 'broke')
	);

describe('the queue before the page’s worker', () => {
	it('does one job after the other, and of those of a kind that wait only the newest', async () => {
		const work = hands();
		const queue = new Queue(work.stop);
		const first = outcome(queue.add('fit', work.run('a')));
		const [second, other] = [
			outcome(queue.add('fit', work.run('b'))),
			outcome(queue.add('day', work.run('c')))
		];
		const third = outcome(queue.add('fit', work.run('d')));
		expect(await second).to.equal('stopped');
		expect(work.began).to.deep.equal(['a']);
		await work.end('a');
		await work.end('c');
		await work.end('d');
		expect(work.began).to.deep.equal(['a', 'c', 'd']);
		expect([await first, await other, await third]).to.deep.equal(['a', 'c', 'd']);
	});

	it('what is given up is stopped, waiting or running, and the next begins', async () => {
		const work = hands();
		const queue = new Queue(work.stop);
		const [one, two] = [new AbortController(), new AbortController()];
		const heard: number[] = [];
		const progress = (share: number) => heard.push(share);
		const a = outcome(queue.add('x', work.run('a'), { signal: one.signal, progress }));
		const b = outcome(queue.add('y', work.run('b'), { signal: two.signal }));
		const c = outcome(queue.add('z', work.run('c')));
		two.abort();
		one.abort();
		expect([await a, await b]).to.deep.equal(['stopped', 'stopped']);
		expect(work.stopped).to.deep.equal([1]);
		work.told.get('a')!(0.4);
		expect(heard, 'after it was given up').to.deep.equal([]);
		await work.end('a', new Error('stopped'));
		expect(work.began).to.deep.equal(['a', 'c']);
		await work.end('c');
		expect(await c).to.equal('c');
	});

	it('what must not wait goes before what waits', async () => {
		const work = hands();
		const queue = new Queue(work.stop);
		const all = [
			queue.add('x', work.run('a')),
			queue.add('y', work.run('b')),
			queue.add('z', work.run('c'), { first: true })
		].map(outcome);
		for (const op of ['a', 'c', 'b']) await work.end(op);
		expect(work.began).to.deep.equal(['a', 'c', 'b']);
		expect(await Promise.all(all)).to.deep.equal(['a', 'b', 'c']);
	});

	it('a job that breaks fails alone, and progress is heard of the one that runs', async () => {
		const work = hands();
		const queue = new Queue(work.stop);
		const heard: number[] = [];
		const a = outcome(queue.add('x', work.run('a'), { progress: (share) => heard.push(share) }));
		const b = outcome(queue.add('y', work.run('b')));
		work.told.get('a')!(0.5);
		await work.end('a', new Error('out of memory'));
		work.told.get('a')!(1);
		await work.end('b');
		expect([await a, await b]).to.deep.equal(['broke', 'b']);
		expect(heard).to.deep.equal([0.5]);
	});
});

describe('long operations', () => {
	const long = OPERATIONS.filter((op) => op.steps);
	it('there is one', () => void expect(long.map((op) => op.id)).to.include('extension'));

	it('come to the same step by step as at once, and can be stopped between two steps', async () => {
		const input = example('loft-table');
		const shares: number[] = [];
		const slow = await calculateLong('extension', input, { progress: (s) => shares.push(s) });
		expect(slow).to.deep.equal(calculate('extension', input));
		const signal = { aborted: false };
		const given = calculateLong('extension', input, {
			signal,
			progress: () => void (signal.aborted = true)
		});
		expect(
			await given.then(
				() => 'done',
				(fault: unknown) => fault
			)
		).to.be.instanceOf(Stopped);
		expect(shares.length).to.be.above(1);
	});

	it('refuse what they cannot do in words, before and on the way', async () => {
		const input = { ...example('loft-table'), standId: 'cellar' };
		const answer = await calculateLong('extension', input, {});
		expect(JSON.stringify(answer)).to.include('stand must be one of table');
		expect(JSON.stringify(await calculateLong('extension', {}, {}))).to.include('invalid-input');
	});

	it('a break between steps lets others have a turn', async () => {
		let turns = 0;
		function* steps(): Steps<string> {
			yield 0.5;
			return turns > 0 ? 'had a turn' : 'had none';
		}
		expect(await runSteps(steps(), { pause: async () => void (turns += 1) })).to.equal(
			'had a turn'
		);
	});

	it('series cross to another thread as they are, and become lists, thinned, for JSON', () => {
		const series = Float64Array.from({ length: 10 }, (_, i) => i / 2);
		const result = { days: 1, series, same: { series } };
		expect(buffersIn(result)).to.deep.equal([series.buffer]);
		expect(asJson(result, 4)).to.deep.equal({
			days: 1,
			series: [0, 2, 4, 4.5],
			same: { series: [0, 2, 4, 4.5] }
		});
		expect(asJson(series)).to.deep.equal([...series]);
	});
});
