import type { PlotRecord } from '@virgulta/core/trials/adjusted'
import type { TrialLine } from '@virgulta/core/trials/plots'

/** Lines of a crop with what was seen of their plots. */
export interface LinesPage {
  lines: TrialLine[]
  records: PlotRecord[]
}
