import { Button, useMantineTheme } from '@mantine/core'
import { Link } from 'react-router'
import { BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js'
import { useEffect, useState } from 'react'
import { Bar } from 'react-chartjs-2'
import type { TransitionReading } from '@sturvo/core/reading'
import type { Transition } from '@sturvo/core/transition'
import { brokenText, dayMinutesText, factorsSentence, surfaceText, transitionSentence } from '@sturvo/words'
import { useVisitFrame } from '../visitContext'
import classes from '../plan/Plan.module.css'

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip)
const firstWeeks = 8

/** Chart colours follow the page, light or dark. */
function usePageColours() {
  const theme = useMantineTheme()
  const read = () => {
    const style = getComputedStyle(document.documentElement)
    const of = (name: string) => style.getPropertyValue(name).trim()
    return { act: of('--act'), pale: of('--print'), ink: of('--ink'), line: of('--line') }
  }
  const [colours, setColours] = useState(read)
  useEffect(() => {
    const watcher = new MutationObserver(() => setColours(read()))
    watcher.observe(document.documentElement, { attributeFilter: ['data-mantine-color-scheme'] })
    return () => watcher.disconnect()
  }, [])
  return { ...colours, font: theme.fontFamily }
}

export function TransitionView({ transition }: { transition: TransitionReading }) {
  const { visitId } = useVisitFrame()
  const [isWhole, setWhole] = useState(false)
  const { weeks } = transition
  const shown = isWhole ? weeks : weeks.slice(0, firstWeeks)
  return (
    <>
      <p>{transitionSentence(transition)}</p>
      <p className={classes.soft}>{factorsSentence(transition)}</p>
      {transition.broken.map((broken) => (
        <p key={broken.week} role="alert" className={classes.relax}>
          {brokenText(broken)}
        </p>
      ))}
      {weeks.length > 0 && <WeeksChart transition={transition} />}
      <Button component={Link} to={`/visit/${visitId}/pace`} variant="default" mb={8}>
        Open the pace
      </Button>
      {weeks.length > 0 && (
        <table className={classes.weeks}>
          <thead>
            <tr>
              <th scope="col">Week</th>
              <th scope="col">Minutes a day</th>
              <th scope="col">Days</th>
              <th scope="col">Most in one go</th>
              <th scope="col">Where</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((week) => (
              <tr key={week.week} data-lighter={week.isLighter}>
                <td>
                  {week.week}
                  {week.isLighter ? ', lighter' : ''}
                </td>
                <td>{dayMinutesText(week)}</td>
                <td>{week.isFirst ? `${week.wearingDays}, a day of rest after each` : week.wearingDays}</td>
                <td>{week.longestBoutMin} min</td>
                <td>{surfaceText[week.surface]}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {weeks.length > firstWeeks && (
        <Button variant="subtle" size="compact-sm" mt={8} onClick={() => setWhole(!isWhole)}>
          {isWhole ? 'First weeks only' : `All ${weeks.length} weeks`}
        </Button>
      )}
    </>
  )
}

function WeeksChart({ transition: { weeks } }: { transition: Transition }) {
  const { act, pale, ink, line, font } = usePageColours()
  const axis = (title: string) => ({
    title: { display: true, text: title, color: ink, font: { family: font } },
    ticks: { color: ink, font: { family: font } },
    grid: { color: line },
  })
  return (
    <div className={classes.chart}>
      <Bar
        aria-label={`Minutes a week from ${weeks[0]?.minutes ?? 0} in week 1 to ${weeks[weeks.length - 1]?.minutes ?? 0} in week ${weeks.length}`}
        data={{
          labels: weeks.map((w) => w.week),
          datasets: [
            {
              label: 'minutes a week',
              data: weeks.map((w) => w.minutes),
              backgroundColor: weeks.map((w) => (w.isLighter ? pale : act)),
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          scales: { x: axis('week'), y: axis('minutes a week') },
          plugins: { tooltip: { callbacks: { title: (items) => `week ${items[0]?.label ?? ''}` } } },
        }}
      />
    </div>
  )
}
