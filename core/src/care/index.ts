export { careOf, CARE_AXES, weakestWashing, type CareAxis, type CareLimit, type CareZone } from './careOf.ts';
