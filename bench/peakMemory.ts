import { measurePressure } from '../server/cli/measurePressure'

/** Analyses one recording as the command line does and prints the most memory it took, MB. */
void measurePressure(process.argv.slice(2)).then(() => console.log(process.resourceUsage().maxRSS / 1024))
