/** The words of how a jar is made, by themselves: most jars are only weighed together. */
export { making } from './en/making';
