export { fillBucket } from './buckets';
export { layoutDesign, pumpJoint } from './layout';
export * from './outline';
export * from './hatch';
export * from './row';
export * from './tank';
export * from './types';
export * from './tower';
export * from './planting';
