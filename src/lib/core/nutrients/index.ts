export * from './dilute';
export * from './elements';
export * from './label';
export * from './ppm';
export * from './recipe';
export * from './salt-list';
export * from './salts';
