export * from './drain';
export * from './drain-back';
export * from './fluid';
export * from './friction';
export * from './network';
export { buildGraph, type Graph } from './network-graph';
export * from './network-schema';
export * from './pump';
export * from './uniformity';
