import { X509Certificate } from 'node:crypto';
import { ownCertificate } from '$lib/server/tls';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => {
	const pem = ownCertificate();
	if (pem === null) return { certificate: null };
	const { fingerprint256, validTo } = new X509Certificate(pem);
	return { certificate: { fingerprint: fingerprint256, until: new Date(validTo).toISOString() } };
};
