export * from './outbox';
export * from './device';
