export { careOf, weakestWashing, type CareLimit, type CareZone } from './careOf.ts';
