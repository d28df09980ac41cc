import loadHighs from 'highs'
import type { PackingProgram, PackingSolver } from '../pairing'

/**
 * HiGHS (Huangfu and Hall 2018), as a solver of packing programs. It blocks while it works: in a browser, only in a worker.
 * @param locate where a browser finds its program; Node finds it by itself
 */
export async function highsSolver(locate?: () => string): Promise<PackingSolver> {
  const highs = await loadHighs(locate ? { locateFile: locate } : undefined)
  const modelOf = ({ values, rows }: PackingProgram, whole: boolean) => {
    const starts = [0]
    const indices: number[] = []
    for (const { columns } of rows) {
      for (const c of columns) indices.push(c)
      starts.push(indices.length)
    }
    return {
      numCols: values.length,
      numRows: rows.length,
      sense: highs.constants.objectiveSense.maximize,
      colCost: Float64Array.from(values),
      colLower: new Float64Array(values.length),
      colUpper: new Float64Array(values.length).fill(1),
      rowLower: new Float64Array(rows.length).fill(-highs.infinity),
      rowUpper: Float64Array.from(rows, (r) => r.most),
      matrix: {
        format: 'csr' as const,
        numRows: rows.length,
        numCols: values.length,
        starts: Int32Array.from(starts),
        indices: Int32Array.from(indices),
        values: new Float64Array(indices.length).fill(1),
      },
      ...(whole
        ? { integrality: new Int32Array(values.length).fill(highs.constants.variableType.integer) }
        : {}),
    }
  }
  const FEASIBLE = 2
  return {
    choose: (program, { seconds, gap }) =>
      highs.withModel(modelOf(program, true), (model) => {
        model.options.set({ output_flag: false, time_limit: seconds, mip_rel_gap: gap })
        model.run()
        if (Number(model.info.get('primal_solution_status')) !== FEASIBLE) return null
        return {
          chosen: Array.from(model.getSolution().colValue, (x) => x > 0.5),
          bound: Number(model.info.get('mip_dual_bound')),
        }
      }),
    relax: (program, { seconds }) =>
      highs.withModel(modelOf(program, false), (model) => {
        model.options.set({ output_flag: false, time_limit: seconds })
        model.run()
        if (Number(model.info.get('dual_solution_status')) !== FEASIBLE) return null
        return { prices: Array.from(model.getSolution().rowDual) }
      }),
  }
}
