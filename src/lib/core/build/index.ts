export * from './parts';
