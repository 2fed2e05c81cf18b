export * from './feed-plan';
