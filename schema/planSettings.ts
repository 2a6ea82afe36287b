import { settingsSchema } from './settings'

/**
 * Approach settings overridden for one plan; what is left out is the practice's. The licence is nobody's to override, and
 * how loads are measured and compared belongs to the practice: a plan changes no measure.
 */
export const planSettingsSchema = settingsSchema
  .omit({ licence: true, loadTarget: true, tripodPoints: true, matTrials: true })
  .partial()
  .strict()
