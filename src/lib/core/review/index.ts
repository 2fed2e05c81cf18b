export * from './codes';
export * from './dry-run';
export * from './finding';
export { allFed } from './findings/flow-fixes';
export * from './mixing-steps';
export * from './proof';
export * from './review';
export * from './steps';
export { containerWords, faultWords, outletWords } from './words';
