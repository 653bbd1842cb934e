export { DEFAULT_COST_FORM, costSchema, costSettings } from './costs';
export { type LogAnswer, type LogEvent, type OverrideForm, judgeEvent, lookedSchema, overrideSchema, readBatch } from './event';
export { type DeviceForm, type JobForm, type NewProcedureForm, type NewRunForm, type PersonChange, type PersonForm, type PlanQuery, type SettingsForm, type SetupForm, type SignInForm, type StockMoveForm, TRAY_SIZES, approveSchema, deriveSchema, deviceSchema, draftVersionSchema, jobNumber, jobSchema, kitSchema, newProcedureSchema, newRunSchema, personChangeSchema, personSchema, planQuerySchema, readForm, settingsSchema, setupSchema, signInSchema, stockMoveSchema } from './forms';
export { MAX_JSON_DEPTH, measureJson } from './json-shape';
export { MAX_PROCEDURE_BYTES, type ReadProcedure, procedureSchema, readProcedure, readProcedureText } from './procedure';
