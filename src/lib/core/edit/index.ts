export * from './autofix';
export * from './change-kind';
export * from './compare';
export * from './extension';
export * from './fit';
