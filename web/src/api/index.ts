export { Again } from './Again';
export { type AnswerOf, ask, type BesideOf, type QuestionName } from './ask';
export { NOT_YET } from './blank';
export { api, Problem, taken } from './client';
export { isBack, onBack } from './connection';
export {
  type AheadLists,
  aheadQuery,
  type BatchItem,
  batchesQuery,
  beginService,
  calendarAt,
  type JarOnFish,
  keepBatch,
  movedQuery,
  type Paper,
  type Plan,
  type PlannedStep,
  runSheetAt,
  type ServiceItem,
  type ServiceOpened,
  saveService,
  serviceQuery,
  servicesAfter,
  type TodayItem,
  throwBatchOut,
  throwServiceOut,
  todayQuery,
} from './day';
export { Feed } from './Feed';
export {
  createFormula,
  keepFromLabel,
  keepPrices,
  keepScales,
  nameVersion,
  putFormula,
  saveDraft,
  shelve,
} from './formulas';
export {
  type Deed,
  type InstrumentReading,
  type Instruments,
  instrumentsQuery,
  playAt,
  pressInstrument,
  type Readings,
  readInstruments,
} from './instruments';
export { named } from './named';
export { type News, newest, onNews } from './news';
export { openedBy, signedInAs } from './person';
export { POLICY } from './policy';
export {
  type Filters,
  type FormulaPlace,
  formulaQuery,
  formulasQuery,
  pantryQuery,
  queries,
  sessionQuery,
  versionQuery,
} from './queries';
export {
  asItIsQuery,
  beginRun,
  type Gate,
  type Live,
  liveRun,
  type Mends,
  mendsQuery,
  photoAt,
  photosAt,
  putOffQuery,
  type ReadingChange,
  type RunEvent,
  type RunItem,
  type RunOpened,
  type RunRecord,
  recordQuery,
  runDocumentAt,
  runQuery,
  runsAtQuery,
  runsQuery,
  type Sent,
  sendEvents,
  sendPhoto,
} from './run';
export {
  type Days,
  type LogKind,
  logTemperatures,
  type TemperatureLine,
  type TemperatureRecord,
  temperatureSheetAt,
  temperaturesQuery,
  temperatureTableAt,
} from './temperatures';
export type * from './types';
