import { Button, Group, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { auditActions, stranger } from '@sturvo/schema'
import { auditActionText, num } from '@sturvo/words'
import { useAccessQuery, useAuditQuery, type AuditWish } from '../../app/trustApi'
import { AuditTable } from '../../parts/AuditTable'
import { LoadedPart } from '../../parts/LoadedPart'
import classes from '../../parts/Trust.module.css'

/** Who did what with whose record, newest first, to be narrowed down and taken out as a table. */
export default function AuditRoom() {
  const [wish, setWish] = useState<AuditWish>({})
  const [pages, setPages] = useState<number[]>([])
  const before = pages.at(-1)
  const audit = useAuditQuery(before === undefined ? wish : { ...wish, before })
  const { data: access } = useAccessQuery()
  const set = (change: AuditWish) => {
    setPages([])
    setWish(
      Object.fromEntries(
        Object.entries({ ...wish, ...change }).filter(([, value]) => value !== undefined && value !== ''),
      ),
    )
  }
  const query = new URLSearchParams(Object.entries(wish).map(([key, value]) => [key, String(value)]))
  return (
    <div className={classes.room}>
      <header className={classes.head}>
        <div>
          <h1>Audit</h1>
          <p className={classes.soft}>
            Who saw, changed, printed, shared or took out what, and who was refused, when and from where.
            Lines are only added; never a value.
          </p>
        </div>
        <Button component="a" href={`/api/audit.csv?${query.toString()}`} variant="default">
          Take out as a table
        </Button>
      </header>
      <div className={classes.filters}>
        <Select
          label="Who"
          placeholder="everybody"
          clearable
          value={wish.actor ?? null}
          data={[
            ...(access?.accounts ?? []).map(({ id, name }) => ({ value: id, label: name })),
            { value: 'program', label: 'the program' },
            { value: stranger, label: 'not signed in' },
          ]}
          onChange={(actor) => set({ actor: actor ?? '' })}
        />
        <Select
          label="Did"
          placeholder="anything"
          clearable
          value={wish.action ?? null}
          data={auditActions.map((value) => ({ value, label: auditActionText[value] }))}
          onChange={(action) => set({ action: action ?? '' })}
        />
        <TextInput
          label="From"
          type="date"
          value={wish.from ?? ''}
          onChange={(event) => set({ from: event.currentTarget.value })}
        />
        <TextInput
          label="To"
          type="date"
          value={wish.to ?? ''}
          onChange={(event) => set({ to: event.currentTarget.value })}
        />
      </div>
      <LoadedPart query={audit}>
        {(page) => (
          <>
            {!page.isWhole && (
              <section className={classes.card} data-tone="alarm" role="alert">
                The lines do not hang together: somebody changed the file behind Sturvo’s back. Run “./sturvo
                check” to see where, and keep the copies.
              </section>
            )}
            <section className={classes.card} aria-label="Lines">
              <AuditTable lines={page.lines} />
              <Group justify="space-between">
                <span className={classes.soft}>
                  {num(page.count, 0)} lines in all
                  {page.isWhole ? ', each sealed with the one before it' : ''}
                </span>
                <Group gap={8}>
                  {pages.length > 0 && (
                    <Button variant="default" onClick={() => setPages(pages.slice(0, -1))}>
                      Newer
                    </Button>
                  )}
                  {page.next !== null && (
                    <Button variant="default" onClick={() => setPages([...pages, page.next!])}>
                      Older
                    </Button>
                  )}
                </Group>
              </Group>
            </section>
          </>
        )}
      </LoadedPart>
    </div>
  )
}
