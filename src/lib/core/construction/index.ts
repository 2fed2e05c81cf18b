export * from './push';
export * from './parts';
export * from './templates';
export * from './tipping';
export * from './wall-load';
export * from './weight';
