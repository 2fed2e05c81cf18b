export * from './demand';
export * from './evapotranspiration';
export * from './held-water';
export * from './light-at-site';
export * from './reservoir-size';
export * from './reservoir-run';
export * from './shade';
export * from './sun';
