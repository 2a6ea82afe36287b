import type { z } from 'zod'

/** One route of the API. */
export type Route = {
  method: 'get' | 'post' | 'patch' | 'put' | 'delete'
  path: string
  summary: string
  body?: z.ZodType
  answer?: z.ZodType
  status: number
}
