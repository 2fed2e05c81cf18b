export * from './parts';
export * from './tipping';
export * from './wall-load';
export * from './weight';
