export * from './demand';
export * from './evapotranspiration';
export * from './reservoir-size';
export * from './reservoir-run';
export * from './sun';
