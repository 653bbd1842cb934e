export {
  countStock,
  exportReorder,
  keepStoreItem,
  keepStorePhoto,
  moveStock,
  readStorePhoto,
  takeDelivery,
  viewStores,
} from './shelf';
export { answerSupplyOrder, receiveSupplyOrder, sendSupplyOrder, viewSupplyOrders } from './orders';
export { keepStoreKit, removeStoreKit, takeStoreKit, viewStoreKits } from './kits';
export { SIMULATED_SUPPLIER } from './supplier';
