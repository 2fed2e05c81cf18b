export * from './assess';
export * from './calculate';
export * from './registry';
export * from './stages';
export * from './verdict';
