import { copyOf, NoCopy, proveCopy, type Counts } from './prove';

/** What is asked of the process that reads, and what it answers. Each does one thing and ends. */
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

process.once('message', (ask: Ask) => {
	void work(ask).then((told) => process.send!(told, () => process.exit(0)));
});
// nobody waits for an answer any more
process.once('disconnect', () => process.exit(0));
