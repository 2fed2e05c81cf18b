/** Every kind is drawn as it would stand: in the browser, not on the server's one thread. */
export const ssr = false;
