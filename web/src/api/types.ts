import type { components } from './schema';

type Schemas = components['schemas'];

export type Session = Schemas['SessionOut'];
export type Evaluation = Schemas['Evaluation'];
export type LineResult = Schemas['LineResult'];
export type FishResult = Schemas['FishResult'];
export type Reading = Schemas['Reading'];
export type TargetState = Schemas['TargetState'];
export type Stratum = Schemas['Stratum'];
export type TimeWindow = Schemas['Window'];
export type Ledger = Schemas['Ledger'];
export type Caution = Schemas['Caution'];
export type NotReady = Schemas['NotReady'];
export type Notice = Schemas['Notice'];
export type FormulaItem = Schemas['FormulaItem'];
export type VersionItem = Schemas['VersionItem'];
export type Pantry = Schemas['PantryOut'];
export type Conflict = Schemas['ConflictOut'];
export type Stale = Schemas['StaleFormula'];
export type Comparison = Schemas['Comparison'];
export type Difference = Schemas['Difference'];
export type Phrase = Schemas['Phrase'];
export type Disagreement = Schemas['Disagreement'];
export type Profiles = Schemas['Profiles'];
export type JarProfile = Schemas['JarProfile'];
export type CookProfile = Schemas['CookProfile'];
export type Windows = Schemas['Windows'];
export type WindowBarOf = Schemas['Bar'];
export type Influence = Schemas['Influence'];
export type Solved = Schemas['Solved'];
export type Relaxation = Schemas['Relaxation'];
export type CorrectionChoice = Schemas['Choice'];
export type Kind = Schemas['Traits'];
export type HeatTraits = Schemas['HeatTraits'];

/** A document as it was typed: any part may hold anything, so it is read with care and never assumed. */
export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
/** The formula as the format declares it: which places there are. What stands in a draft may be anything else. */
export type Written = Schemas['Formula'];
export type WrittenParts = Pick<
  Schemas,
  | 'Accepted'
  | 'Correction'
  | 'Diner'
  | 'Group'
  | 'HouseRuleSaid'
  | 'Jar'
  | 'Line'
  | 'MakingStep'
  | 'Method'
  | 'Origin'
  | 'Time'
  | 'Weight'
>;
export type FormulaDocument = { [key: string]: Json };
