import { parentPort } from 'node:worker_threads';
import { work, type Job } from './tasks';

/** One worker of the server's pool: a job in, its answer out. */
parentPort?.on('message', (job: Job) => parentPort?.postMessage(work(job)));
