export * from './autofix';
export * from './begin';
export * from './settle';
export * from './change-kind';
export * from './compare';
export * from './extension';
export * from './fit';
export * from './stands';
