export * from './feed-plan';
export * from './feed-plan-schema';
