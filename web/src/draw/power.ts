import { linear, type Scale } from './scale'

/** How wide a unit's scale is drawn, and what is left free at its ends. */
export const POWER_WIDTH = 340
const PAD = 18

/** Where stops below full power lie on it. */
export const powerScale = (lowest: number): Scale => linear([0, Math.min(lowest, -0.1)], [PAD, POWER_WIDTH - PAD])
