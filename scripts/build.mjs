// npm run build: the application, the server's worker beside it, and the migrations it applies at start.
import { cpSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, run } from './lib.mjs';

const vite = (...args) =>
	run(process.execPath, [join('node_modules', 'vite', 'bin', 'vite.js'), 'build', ...args]).status;

const worker = (mode) => vite('--config', 'vite.worker.config.ts', '--mode', mode);
const status = vite() || worker('pool') || worker('copies');
if (status === 0)
	cpSync(join(ROOT, 'drizzle'), join(ROOT, 'build', 'drizzle'), { recursive: true });
process.exit(status ?? 1);
