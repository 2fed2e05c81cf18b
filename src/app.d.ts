import type { IncomingMessage } from 'node:http';

declare global {
	namespace App {
		interface Platform {
			/** Node's own request, where the built server runs. */
			req?: IncomingMessage;
		}
	}
}
export {};
