// What the command scripts share. No dependencies: they run on a bare clone.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { networkInterfaces } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { createSecureContext } from 'node:tls';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
export const say = (line) => process.stdout.write(`${line}\n`);

const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
const quietEnv = { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' };

/** Runs a command to its end; its output is shown, or kept back and shown only when it fails. */
export function run(command, args, { quiet = false, env = {}, shell = false } = {}) {
	const result = spawnSync(command, args, {
		cwd: ROOT,
		env: { ...quietEnv, ...env },
		stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
		encoding: 'utf8',
		maxBuffer: 1 << 28,
		shell
	});
	if (quiet && result.status !== 0)
		process.stdout.write(`${result.stdout ?? ''}${result.stderr ?? ''}`);
	return result;
}

/** Installs the locked packages where they are missing or other than the lock file says. */
export function install() {
	const lock = readFileSync(join(ROOT, 'package-lock.json'), 'utf8');
	const stamp = join(ROOT, 'node_modules', '.crelbo-lock');
	if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
	say('Installing packages (a minute or two the first time)');
	const { status } = run(npm, ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
		quiet: true
	});
	if (status !== 0) {
		say('The packages could not be installed. Is the npm registry reachable?');
		process.exit(1);
	}
	writeFileSync(stamp, lock);
}

/** Builds the application. */
export function build() {
	say('Building');
	const { status } = run(process.execPath, [join('scripts', 'build.mjs')], { quiet: true });
	if (status !== 0) process.exit(1);
}

/** The unit tests compiled for a run of all: under node_modules, so that packages are found from there. */
export const COMPILED = join(ROOT, 'node_modules', '.cache', 'compiled-tests');
/** What mocha is told to run compiled tests. @param names of the files under tests/unit */
export const compiledTests = (names, folder = COMPILED) => [
	'--no-config',
	// what was not sent is tried again for as long as the program runs
	'--exit',
	'--timeout=240000',
	`--require=${join(folder, 'tests', 'seed.js')}`,
	...names.map((name) => join(folder, 'tests', 'unit', name.replace('.ts', '.js')))
];

/** Where `npm run certificate` puts what it makes. */
export const CERTIFICATE = join(ROOT, 'data', 'tls', 'cert.pem');
export const CERTIFICATE_KEY = join(ROOT, 'data', 'tls', 'key.pem');

/** The certificate and the key to answer https with, or why not; null: plain http. */
function tlsFiles() {
	const { CRELBO_TLS_CERT: cert, CRELBO_TLS_KEY: key } = process.env;
	if (!cert && !key)
		return existsSync(CERTIFICATE) && existsSync(CERTIFICATE_KEY)
			? { cert: CERTIFICATE, key: CERTIFICATE_KEY }
			: null;
	if (!cert || !key)
		return {
			why: cert
				? 'CRELBO_TLS_CERT names a certificate, but CRELBO_TLS_KEY names no key. Set both, or neither.'
				: 'CRELBO_TLS_KEY names a key, but CRELBO_TLS_CERT names no certificate. Set both, or neither.'
		};
	return { cert: resolve(cert), key: resolve(key) };
}

/** Whether the two are there and belong together. @returns why not; null: they do */
function tlsProblem({ cert, key }) {
	for (const [name, file] of [
		['certificate', cert],
		['key', key]
	])
		if (!existsSync(file)) return `There is no ${name} at ${file}.`;
	try {
		createSecureContext({ cert: readFileSync(cert), key: readFileSync(key) });
		return null;
	} catch (fault) {
		return `The certificate ${cert} and the key ${key} do not go together (${fault.code ?? fault.message}).`;
	}
}

/** Starts the built server and hands over Ctrl-C; resolves with its exit code. */
export async function serve({ port, host, env = {} }) {
	const tls = tlsFiles();
	const why = tls && (tls.why ?? tlsProblem(tls));
	if (why) {
		say(why);
		return 1;
	}
	if (!(await isFree(port, host))) {
		say(
			`Port ${port} is in use already. Stop what runs there, or give another: --port ${port + 1}`
		);
		return 1;
	}
	const program = tls ? join('scripts', 'https.mjs') : join('build', 'index.js');
	const server = spawn(process.execPath, [program], {
		cwd: ROOT,
		env: {
			...process.env,
			...env,
			PORT: String(port),
			HOST: host,
			...(tls && { CRELBO_TLS_CERT: tls.cert, CRELBO_TLS_KEY: tls.key }),
			BODY_SIZE_LIMIT: '4G',
			SHUTDOWN_TIMEOUT: '5'
		},
		stdio: ['ignore', 'pipe', 'inherit']
	});
	const stop = () => server.kill('SIGTERM');
	process.on('SIGINT', stop);
	process.on('SIGTERM', stop);
	let told = false;
	server.stdout.on('data', (chunk) => {
		for (const line of String(chunk).split('\n').filter(Boolean)) {
			if (!line.startsWith('Listening')) say(line);
			else if (!told) {
				told = true;
				for (const name of addressesOf(host))
					say(`Crelbo is at ${tls ? 'https' : 'http'}://${name}:${port}`);
			}
		}
	});
	return new Promise((done) => server.on('exit', (code, signal) => done(signal ? 0 : (code ?? 1))));
}

const isFree = (port, host) =>
	new Promise((done) => {
		const probe = createServer()
			.once('error', (fault) => done(fault.code !== 'EADDRINUSE'))
			.once('listening', () => probe.close(() => done(true)))
			.listen(port, host);
	});

/** Where a browser finds it: open to the network, under this machine's addresses there as well. */
function addressesOf(host) {
	if (host !== '0.0.0.0' && host !== '::') return [host.includes(':') ? `[${host}]` : host];
	const own = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
	return [
		'127.0.0.1',
		...own.filter((one) => !one.internal && one.family === 'IPv4').map((one) => one.address)
	];
}

/** The value after a flag on the command line. */
export function flag(name) {
	const at = process.argv.indexOf(name);
	return at < 0 ? undefined : (process.argv[at + 1] ?? '');
}

export function portOf(fallback) {
	const given = flag('--port') ?? process.env.PORT ?? String(fallback);
	const port = Number(given);
	if (!Number.isInteger(port) || port < 1 || port > 65535) {
		say(`The port must be a whole number from 1 to 65535, not "${given}".`);
		process.exit(1);
	}
	return port;
}
