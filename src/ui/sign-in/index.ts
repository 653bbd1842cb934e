export { SetupForm } from './setup-form';
export { SignIn } from './sign-in';
