import { getContext, setContext } from 'svelte';
import type { Session } from './session.svelte';

const KEY = Symbol('session');

export const provideSession = (session: Session): Session => setContext(KEY, session);
export const useSession = (): Session => getContext<Session>(KEY);
