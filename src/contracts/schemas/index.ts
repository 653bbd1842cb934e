export {
  dayQuerySchema,
  type JobTimesForm,
  jobTimesSchema,
  orderDaySchema,
  type PlaceForm,
  placeSchema,
  takeOrderSchema,
  unplaceSchema,
} from './day';
export {
  holderSchema,
  kitJobSchema,
  type OrderAnswerForm,
  orderAnswerSchema,
  type OrderForm,
  orderSchema,
  readDeliveryCsv,
  type ReadDelivery,
  type ReceiveForm,
  receiveSchema,
  type ShopToolForm,
  shopToolSchema,
  stockCountSchema,
  storeAddressSchema,
  storeItemSchema,
  type StoreKitForm,
  storeKitSchema,
} from './stores';
export { type QuoteAnswerForm, quoteAnswerSchema, type QuoteForm, quoteSchema } from './quotes';
export { demandTable } from './csv';
export { readWiresCsv, type ReadWires } from './wires';
export {
  type CommentForm,
  commentSchema,
  type RetireForm,
  retireSchema,
  reviewSchema,
  type VariantForm,
  variantSchema,
} from './lifecycle';
export { readManifest } from './archive';
export { costSchema } from './costs';
export {
  type BenchResultForm,
  benchResultSchema,
  type PairForm,
  pairSchema,
  type TemplateForm,
  templateSchema,
} from './bench-forms';
export { FIT, type FitTool } from './fit';
export { toneFile } from './fit-tones';
export {
  type LogAnswer,
  type LogEvent,
  type OverrideForm,
  type SkipCheckInForm,
  draftFromRunSchema,
  judgeEvent,
  knownTypes,
  lookedSchema,
  overrideSchema,
  skipCheckInSchema,
  readBatch,
} from './event';
export {
  type BranchForm,
  branchSchema,
  sharedSchema,
  type CustomerForm,
  customerSchema,
  type DeviceForm,
  type JobForm,
  type NewProcedureForm,
  type NewRunForm,
  type PersonChange,
  type PersonForm,
  type PlanQuery,
  type SetupForm,
  type SignInForm,
  type StockMoveForm,
  approveSchema,
  deriveSchema,
  deviceSchema,
  draftSaveSchema,
  draftVersionSchema,
  jobNumber,
  jobSchema,
  jobSchoolsSchema,
  jobSetsSchema,
  trainedPersonSchema,
  vehicleNameSchema,
  kitSchema,
  newProcedureSchema,
  newRunSchema,
  personChangeSchema,
  personSchema,
  type DecideForm,
  decideSchema,
  diffQuerySchema,
  planQuerySchema,
  readForm,
  settingsSchema,
  setupSchema,
  signInSchema,
  stockMoveSchema,
} from './forms';
export {
  MOST_SPEAKERS,
  readSpeaker,
  readSpeakerFacts,
  readSpeakersCsv,
  type ReadSpeakers,
  speakersCsv,
} from './speakers';
export { MAX_JSON_DEPTH, measureJson } from './json-shape';
export {
  MAX_PROCEDURE_BYTES,
  type ReadProcedure,
  procedureSchema,
  readProcedure,
  readProcedureText,
} from './procedure';
export * from './rehearse';
