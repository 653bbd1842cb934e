export * from './people';
