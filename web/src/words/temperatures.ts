/** The words of the temperature record, by themselves: they are fetched with its screen and with a run. */
export { temperatures } from './en/temperatures';
