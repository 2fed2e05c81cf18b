export * from './card';
export * from './miniature';
export * from './plant-shape';
export * from './polygon';
export * from './shown';
