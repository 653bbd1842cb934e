export * from './pool';
export * from './shop';
export * from './people';
export * from './sessions';
export * from './procedures';
export * from './jobs';
export * from './runs';
