export { RecordInBay } from './record-in-bay';
