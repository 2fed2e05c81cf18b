import { X509Certificate } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';

/** The certificate this server answers with, where it signed it itself: a phone has to be told to trust it. PEM; null: none. */
export function ownCertificate(path = process.env.CRELBO_TLS_CERT): string | null {
	if (!path || !existsSync(path)) return null;
	try {
		const pem = readFileSync(path, 'utf8');
		const { subject, issuer } = new X509Certificate(pem);
		return subject === issuer ? pem : null;
	} catch {
		return null;
	}
}
