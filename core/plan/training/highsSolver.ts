import type { Highs } from 'highs'
import type { SolverCall } from './solvePlan'

const feasible = 2 // HiGHS: a solution that keeps every limit

/**
 * The mixed-integer solver, loaded by whoever runs it: a worker of the page, a thread of the server, the command line.
 * One thread, a fixed seed, stopped by nodes and gap: the same model gives the same answer everywhere.
 * @throws Error where the model cannot be read, which is a defect and no outcome
 */
export function highsSolver(highs: Highs): SolverCall {
  return (lp, limits, start) =>
    highs.withModel({ format: 'lp', data: lp }, (model) => {
      model.options.set({
        output_flag: false,
        random_seed: 7,
        mip_max_nodes: limits.nodes,
        mip_rel_gap: limits.gap,
      })
      const names = Array.from({ length: model.getDimensions().numCols }, (_, column) =>
        model.getColName(column),
      )
      if (start) {
        const known = names.flatMap((name, i) => (name in start ? [[i, start[name]!] as const] : []))
        model.setSolution({
          indices: Int32Array.from(known, ([i]) => i),
          values: Float64Array.from(known, ([, value]) => value),
        })
      }
      model.run()
      const { colValue } = model.getSolution()
      const isFeasible = Number(model.info.get('primal_solution_status')) === feasible
      return {
        isFeasible,
        bound: Number(model.info.get('mip_dual_bound')),
        nodes: Number(model.info.get('mip_node_count')),
        values: Object.fromEntries(names.map((name, i) => [name, colValue[i] ?? 0])),
      }
    })
}
