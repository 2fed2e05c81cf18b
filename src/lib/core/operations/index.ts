export * from './assess';
export * from './registry';
