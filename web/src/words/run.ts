/** The words of the run, by themselves: they are fetched with its screens. */
export { run } from './en/run';
