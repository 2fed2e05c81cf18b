import { problem } from '$lib/server/http';
import { ownCertificate } from '$lib/server/tls';
import type { RequestHandler } from './$types';

/** The certificate of this Crelbo, for a phone that is told to trust it. It is no secret; its key never leaves the machine. */
export const GET: RequestHandler = () => {
	const pem = ownCertificate();
	if (pem === null) return problem(404, 'not-found', 'This Crelbo has no certificate of its own.');
	return new Response(pem, {
		headers: {
			'content-type': 'application/x-x509-ca-cert',
			'content-disposition': 'attachment; filename="crelbo.crt"'
		}
	});
};
