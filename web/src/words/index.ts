/**
 * All words of the interface, each once, by language: `names` of what can be pressed and typed into, `terms` of the
 * trade, and what the interface `says`. The core's words are in its own tables. The page speaks one language.
 */
import * as en from './en';

const LANGUAGES = { en };
export const { names, terms, says, locale } = LANGUAGES.en;
export type TroubleName = keyof typeof says.troubles;
export { fill, named, type Slots } from './fill';
