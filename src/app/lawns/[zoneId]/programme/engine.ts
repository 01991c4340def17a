/** All that plans in the browser, in one part that is loaded when somebody begins to. */
export { weighed } from '@/core/barrier/barrier';
export { readRuns } from '@/core/ground/soil-runs';
export {
  askedOf,
  holdsOn,
  lastingOf,
  limitBarsOf,
  onFileOf,
  programmeWith,
  seedFor,
  soilSays,
  windowsOf,
} from './answers';
export { withProduct } from './typed-product';
export { adopted } from './adopted';
