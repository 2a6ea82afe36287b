import { fit } from './fit'
import { measureFootprint } from './measureFootprint'
import { measureOutline } from './measureOutline'
import { measurePressure } from './measurePressure'
import { measureRearfoot } from './measureRearfoot'
import { measureShoe } from './measureShoe'
import { planOfFile } from './plan'
import { demo, serve, type Seed } from './serve'
import { addUser } from './users'
import { UsageError } from './usage'

export type Surroundings = { seed: Seed; passwordFrom: () => Promise<string> }

const usage = `sturvo demo [--port N] [--fresh]
sturvo serve --db FILE [--port N]
sturvo test
sturvo measure footprint IMAGE (--mm-per-px X | --sheet a4|letter) [--side left|right] [--toes auto|none]
sturvo measure pressure FILE.csv[.gz] [--points heads|pads]
sturvo measure rearfoot FILE.csv
sturvo measure outline FILE.svg|json [--side left|right]
sturvo measure shoe FILE.json
sturvo fit FOOT.svg|json SHOE.svg|json [--gap 3] [--stretch 2] [--activity walk|run] [--side left|right]
sturvo plan VISIT.json
sturvo user add --db FILE --name N --email E --role owner|practitioner|assistant --password-stdin`

/** Runs one command. @returns what to print and the exit code: 0 done, 2 cannot be done as asked */
export async function runCommand(
  args: readonly string[],
  around: Surroundings,
): Promise<{ output: string; code: 0 | 2 }> {
  try {
    return { output: await dispatch(args, around), code: 0 }
  } catch (error) {
    if (error instanceof UsageError) return { output: error.message, code: 2 }
    throw error
  }
}

async function dispatch(args: readonly string[], around: Surroundings): Promise<string> {
  const [first, second] = args
  if (first === 'serve') return serve(args.slice(1))
  if (first === 'demo') return demo(args.slice(1), around.seed)
  if (first === 'plan') return planOfFile(args.slice(1))
  if (first === 'measure' && second === 'footprint') return measureFootprint(args.slice(2))
  if (first === 'measure' && second === 'pressure') return measurePressure(args.slice(2))
  if (first === 'measure' && second === 'rearfoot') return measureRearfoot(args.slice(2))
  if (first === 'measure' && second === 'outline') return measureOutline(args.slice(2))
  if (first === 'measure' && second === 'shoe') return measureShoe(args.slice(2))
  if (first === 'fit') return fit(args.slice(1))
  if (first === 'user' && second === 'add') return addUser(args.slice(2), around.passwordFrom)
  throw new UsageError(
    first === undefined ? usage : `There is no command "${args.slice(0, 2).join(' ')}".\n${usage}`,
  )
}
