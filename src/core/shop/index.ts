export * from './learn';
export * from './desk';
