export { careOf, headlineOf, weakestWashing, type CareLimit, type CareZone } from './careOf.ts';
