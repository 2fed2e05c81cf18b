export * from './acid';
export * from './dilute';
export * from './ppm';
export * from './recipe';
export * from './salts';
export * from './targets';
