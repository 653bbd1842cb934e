export { Customers } from './customers';
