export * from './batch';
export * from './bottle';
export * from './label';
export * from './pouring';
export * from './step';
export * from './stirring';
export * from './substance';
