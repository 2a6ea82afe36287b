import { settingsSchema } from './settings'

/** Approach settings overridden for one plan; what is left out is the practice's. The licence is nobody's to override. */
export const planSettingsSchema = settingsSchema.omit({ licence: true }).partial().strict()
