/** Today as a calendar day, YYYY-MM-DD; CRELBO_TODAY freezes it for tests and pictures. */
export function today(): string {
	const frozen = process.env.CRELBO_TODAY;
	if (frozen && /^\d{4}-\d{2}-\d{2}$/.test(frozen)) return frozen;
	const now = new Date();
	const two = (n: number) => String(n).padStart(2, '0');
	return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
