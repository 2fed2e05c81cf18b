import { messageOf } from '../sync';

/** Asks the server for something; null when it did it, else why not. */
export async function asked(address: string, method: string): Promise<string | null> {
	const response = await fetch(address, { method }).catch(() => null);
	if (!response) return 'No connection. Try again.';
	return response.ok ? null : messageOf(response);
}

/** Back to the newest version that can be drawn, of a system or a place. */
export const goBackTo = (what: 'designs' | 'places', id: string): Promise<string | null> =>
	asked(`/api/${what}/${id}/back`, 'POST');

export const remove = (id: string): Promise<string | null> => asked(`/api/designs/${id}`, 'DELETE');
