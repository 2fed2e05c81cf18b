import type { Fitting } from './types';

/** The fittings variants are put together from. */
export const TEE_STRAIGHT: Fitting = { name: 'tee, straight on', like: 'teeStraight' };
export const TEE_BRANCH: Fitting = { name: 'tee, branch', like: 'teeBranch' };
export const ELBOW: Fitting = { name: 'elbow', like: 'elbow' };
export const BARB: Fitting = { name: 'barbed joiner', like: 'barb' };
export const VALVE: Fitting = { name: 'shut-off valve, open', like: 'valve' };
/** Set by hand at one outlet. */
export const OUTLET_VALVE: Fitting = { name: 'valve at the outlet', like: 'valve' };
export const TAP: Fitting = { name: 'tap', like: 'valve' };
