export { look, type Look } from './look';
export {
  KINDS,
  standing,
  type DeviceStanding,
  type DeviceState,
  type Kind,
  type Looked,
  type PointState,
  type Repaired,
} from './standing';
