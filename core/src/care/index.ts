export { careOf, CARE_AXES, type CareAxis, type CareLimit, type CareZone } from './careOf.ts';
