/** The model is worked out in the browser: the server sends the document and the page's shell. */
export const ssr = false;
