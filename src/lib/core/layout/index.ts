export { fillBucket } from './bucket-bench';
export { layoutDesign, pumpJoint } from './layout';
export * from './row';
export * from './tank';
export * from './types';
