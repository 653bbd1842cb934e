export * from './sign-in';
export * from './setup-form';
