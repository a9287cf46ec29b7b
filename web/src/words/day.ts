/** The words of the day, by themselves: they are fetched with its screens. */
export { day } from './en/day';
