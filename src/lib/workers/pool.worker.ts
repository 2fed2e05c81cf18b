import { parentPort } from 'node:worker_threads';
import { work, type Job, type Reply } from './tasks';

/** One worker of the server's pool: a job in, its answer out; what cannot be sent back is said in its place. */
parentPort?.on('message', (job: Job) => {
	const reply = work(job);
	try {
		parentPort!.postMessage(reply);
	} catch (fault) {
		parentPort!.postMessage({ id: job.id, fault: String(fault) } satisfies Reply);
	}
});
