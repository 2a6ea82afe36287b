import dayjs from 'dayjs'
import { Link } from 'react-router'
import type { AuditLine } from '@sturvo/schema'
import { auditActionText } from '@sturvo/words'
import classes from './Trust.module.css'

/** Lines of the audit. @param ofOne all are about one person */
export function AuditTable({ lines, ofOne = false }: { lines: readonly AuditLine[]; ofOne?: boolean }) {
  if (lines.length === 0) return <p className={classes.soft}>No such line.</p>
  return (
    <div className={classes.scroll} role="region" tabIndex={0} aria-label="Audit, the newest first">
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Who</th>
            <th scope="col">Did</th>
            <th scope="col">What</th>
            {!ofOne && <th scope="col">Whose record</th>}
            <th scope="col">From where</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.number} data-audit={line.action}>
              <td style={{ whiteSpace: 'nowrap' }}>{dayjs(line.at).format('D MMM YYYY, HH:mm')}</td>
              <th scope="row">{line.by === '' ? 'Sturvo itself' : line.by}</th>
              <td>{auditActionText[line.action]}</td>
              <td>{withoutIds(line.what)}</td>
              {!ofOne && (
                <td>
                  {line.person !== '' ? (
                    <Link to={`/person/${line.personId}`}>{line.person}</Link>
                  ) : line.personId !== '' ? (
                    <span className={classes.soft}>deleted ({line.personId.slice(-6)})</span>
                  ) : (
                    ''
                  )}
                </td>
              )}
              <td className={classes.soft}>{line.origin}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** Which visit it was says its id; for people to read, the kind is enough. */
const withoutIds = (what: string) => what.replaceAll(/ [0-9a-z]{8,40}(?=$|:)/g, '')
