import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'sqlite',
  schema: './server/data/tables.ts',
  out: './server/migrations',
})
