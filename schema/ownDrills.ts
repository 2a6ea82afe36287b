import { z } from 'zod'
import { exerciseTraits, gateIds, kitItems, ownDrillPrefix, type OwnDrill } from '@sturvo/core/training'

const line = z.string().max(200)
const amount = z.number().int().min(1).max(600)

/** A drill of the practice's own as it is sent and kept; whether it keeps to its basis is asked of the core. */
export const ownDrillSchema = z.object({
  id: z
    .string()
    .max(80)
    .regex(new RegExp(`^${ownDrillPrefix.replace('.', '\\.')}[\\w-]+$`)),
  basis: z.string().max(80),
  name: z.string().max(60),
  client: z.string().max(60),
  cue: line,
  slip: line,
  easier: line,
  harder: line,
  note: line,
  kit: z.array(z.enum(kitItems)).max(kitItems.length),
  traits: z.array(z.enum(exerciseTraits)).max(exerciseTraits.length),
  gate: z.enum(gateIds).optional(),
  sets: amount,
  start: amount,
  most: amount,
  isRetired: z.boolean().optional(),
}) satisfies z.ZodType<OwnDrill>

/** More would be a library of its own, and make every plan slow. */
export const ownDrillsMost = 60
