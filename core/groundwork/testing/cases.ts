/**
 * How many random cases a test looks at: a few in the usual run, all of them with `./sturvo test --long`. The seed turns
 * from day to day, so that the usual runs of a week see more than one long run did.
 */
export const cases = (usual: number, all: number): number => (process.env.STURVO_LONG === 'yes' ? all : usual)
