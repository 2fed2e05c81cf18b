/** As much of `qrcode` as is used here: it brings no types of its own. */
declare module 'qrcode' {
	export function create(
		text: string,
		options?: { errorCorrectionLevel?: 'L' | 'M' | 'Q' | 'H' }
	): { modules: { size: number; get(row: number, column: number): number } };
}
