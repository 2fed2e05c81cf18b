// The built server over https: started by scripts/lib.mjs where there is a certificate and its key.
import { readFileSync } from 'node:fs';
import { createServer } from 'node:https';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT, say } from './lib.mjs';

const { CRELBO_TLS_CERT, CRELBO_TLS_KEY, HOST, PORT, SHUTDOWN_TIMEOUT } = process.env;
const { handler } = await import(pathToFileURL(join(ROOT, 'build', 'handler.js')).href);
const server = createServer(
	{ cert: readFileSync(CRELBO_TLS_CERT), key: readFileSync(CRELBO_TLS_KEY) },
	handler
);
server.listen(Number(PORT), HOST, () => say(`Listening on https://${HOST}:${PORT}`));

/** Answers what was asked, closes the database, and ends. */
function stop(reason) {
	server.close(() => process.emit('sveltekit:shutdown', reason));
	server.closeIdleConnections();
	setTimeout(() => server.closeAllConnections(), 1000 * Number(SHUTDOWN_TIMEOUT ?? 5)).unref();
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
