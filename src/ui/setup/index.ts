export { SetupForm } from './setup-form';
