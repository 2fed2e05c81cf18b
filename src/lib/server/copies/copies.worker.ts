import { parentPort } from 'node:worker_threads';
import { copyOf, NoCopy, proveCopy, type Counts } from './prove';

/** What is asked of the worker, and what it answers. Each worker does one thing and ends. */
export type Ask = { prove: string } | { copy: string; to: string };
export type Told = { counts: Counts | null } | { refused: string } | { fault: string };

async function work(ask: Ask): Promise<Told> {
	try {
		if ('prove' in ask) return { counts: await proveCopy(ask.prove) };
		await copyOf(ask.copy, ask.to);
		return { counts: null };
	} catch (fault) {
		if (fault instanceof NoCopy) return { refused: fault.message };
		return { fault: `${String(fault)} ${String((fault as { code?: unknown }).code ?? '')}` };
	}
}

parentPort?.once('message', (ask: Ask) => {
	void work(ask).then((told) => {
		parentPort!.postMessage(told);
		parentPort!.close();
	});
});
