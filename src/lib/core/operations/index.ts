export * from './assess';
export * from './registry';
export * from './stages';
