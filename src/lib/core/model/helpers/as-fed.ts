/** An operation takes no stronger, mS/cm. */
const MOST_MSCM = 20;

/** A strength as an operation takes it, mS/cm. */
export const asFed = (msCm: number): number => Math.min(MOST_MSCM, msCm);
