import type { OwnKind } from '../../core/hardware';
import type { CostForm } from './costs';

/** Compartments that trays are sold with. */
export const TRAY_SIZES = [6, 8, 12, 18] as const;

/** What the shop has decided, as its settings form has it. */
export interface SettingsForm {
  batteryAlways: boolean;
  srsWaitSeconds: number | null;
  srsWaitSource: string;
  costs: CostForm;
  trayBins: (typeof TRAY_SIZES)[number];
  /** How sure to be of having enough spares, 0.5…0.99. */
  spareLevel: number;
  labourPerHour: number | null;
  currency: string;
  ownKinds: OwnKind[];
  /** Months that customers' data is kept after the vehicle was given back; null keeps it until somebody takes it out. */
  keepingMonths: number | null;
  /** IANA name of the zone that dates are shown in, on pages and in reports. */
  timeZone: string;
}
