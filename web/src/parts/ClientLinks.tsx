import { Button, Checkbox, Group, TextInput, Tooltip } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useEffect, useState } from 'react'
import type { ClientLink, MadeLink } from '@sturvo/schema'
import { dayAsRead, linkMessageText } from '@sturvo/words'
import { failureText } from '../app/failureText'
import {
  useChangeLinkMutation,
  useInForceQuery,
  useLinksQuery,
  useMakeLinkMutation,
  useRevokeLinkMutation,
} from '../app/followApi'
import { copyText, download } from '../app/handOut'
import { newId } from '../app/newId'
import classes from './ClientLinks.module.css'

const usualDays = 90
const say = (error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) })

/** Links to the client's own page: made here, told once, ended whenever. */
export function ClientLinks({
  personId,
  practice,
  planEndsOn,
  mayChange,
}: {
  personId: string
  practice: string
  /** the link ends with the plan where nobody says otherwise */
  planEndsOn?: string | undefined
  mayChange: boolean
}) {
  const { data, isError } = useLinksQuery(personId)
  const { data: inForce } = useInForceQuery(personId, { refetchOnMountOrArgChange: true })
  const isHeld = (inForce?.stops.length ?? 0) > 0
  const [make, { isLoading }] = useMakeLinkMutation()
  const [made, setMade] = useState<MadeLink>()
  // what was typed stays when the end of the plan comes to be known
  const [typed, setTyped] = useState<string>()
  const until = typed ?? planEndsOn ?? dayjs().add(usualDays, 'day').format('YYYY-MM-DD')
  const [hasWord, setHasWord] = useState(false)
  const [word, setWord] = useState('')
  const wordIsBroken = hasWord && !/^\d{4}$/.test(word)
  const makeOne = async () => {
    try {
      setMade(await make({ personId, id: newId(), until, ...(hasWord && { word }) }).unwrap())
      setWord('')
    } catch (error) {
      say(error)
    }
  }
  const [isGiving, setGiving] = useState(false)
  /** Fetched first: what stands in the way is said here, and never saved as if it were a plan. */
  const giveFile = async () => {
    setGiving(true)
    try {
      const answer = await fetch(`/api/people/${personId}/plan.html`)
      if (!answer.ok) {
        const { error } = (await answer.json()) as { error?: { message?: string } }
        notifications.show({ color: 'oxide', message: error?.message ?? 'The file could not be made.' })
        return
      }
      download(await answer.blob(), 'plan.html')
    } catch {
      notifications.show({ color: 'oxide', message: 'Sturvo is not reached just now. Try again.' })
    } finally {
      setGiving(false)
    }
  }
  const open = data?.links.filter((link) => link.revokedOn === null) ?? []
  return (
    <section aria-labelledby="client-links" className={classes.card}>
      <h2 id="client-links">The client’s own page</h2>
      <p className={classes.soft}>
        Session with a timer, spacers, shoes and a log, on the client’s phone; it works with the network off.
        The link opens this plan and nothing else.
      </p>
      {made && <MadeCard made={made} practice={practice} onClose={() => setMade(undefined)} />}
      {isError && <p role="alert">The links cannot be read just now. Reload when Sturvo is reached again.</p>}
      {open.length > 0 && (
        <ul className={classes.links}>
          {open.map((link) => (
            <LinkLine key={link.id} link={link} mayChange={mayChange} />
          ))}
        </ul>
      )}
      {mayChange && (
        <Group align="end" gap={8}>
          <TextInput
            type="date"
            label="Works until"
            value={until}
            min={dayjs().format('YYYY-MM-DD')}
            onChange={(event) => setTyped(event.currentTarget.value)}
          />
          <Checkbox
            label="Ask for four digits"
            checked={hasWord}
            onChange={(event) => setHasWord(event.currentTarget.checked)}
          />
          {hasWord && (
            <TextInput
              label="Four digits"
              inputMode="numeric"
              maxLength={4}
              w={110}
              value={word}
              onChange={(event) => setWord(event.currentTarget.value.replace(/\D/g, ''))}
            />
          )}
          <Button
            onClick={() => void makeOne()}
            loading={isLoading}
            disabled={until === '' || wordIsBroken || isHeld}
            data-make-link
          >
            {open.length > 0 ? 'Make a new link' : 'Make the link'}
          </Button>
          <Tooltip label="One file with plan, pictures and log, for a phone that never reaches this server. What is written in it is handed back as text, pictures to scan, or a file.">
            <Button
              variant="default"
              loading={isGiving}
              disabled={isHeld}
              onClick={() => void giveFile()}
              data-plan-file
            >
              Give it as a file
            </Button>
          </Tooltip>
        </Group>
      )}
    </section>
  )
}

function LinkLine({ link, mayChange }: { link: ClientLink; mayChange: boolean }) {
  const [change] = useChangeLinkMutation()
  const [revoke] = useRevokeLinkMutation()
  const [isAsked, setAsked] = useState(false)
  const isOver = link.until < dayjs().format('YYYY-MM-DD')
  return (
    <li data-link={link.id}>
      <span>
        {isOver ? 'Ended' : 'Works until'} {dayAsRead(link.until)}
        {link.hasWord ? ', with four digits' : ''}
        {link.isLocked ? '. Locked after ten wrong words' : ''}.{' '}
        {link.lastOpened === null
          ? 'Not opened yet.'
          : `Last opened ${dayjs(link.lastOpened).format('D MMMM, HH:mm')}.`}
      </span>
      {mayChange && (
        <Group gap={6}>
          {link.isLocked && (
            <Button
              size="compact-sm"
              variant="default"
              onClick={() => void change({ id: link.id, unlock: true }).unwrap().catch(say)}
            >
              Unlock
            </Button>
          )}
          <Button
            size="compact-sm"
            variant="default"
            onClick={() =>
              void change({ id: link.id, until: dayjs().add(usualDays, 'day').format('YYYY-MM-DD') })
                .unwrap()
                .catch(say)
            }
          >
            Renew for 90 days
          </Button>
          {isAsked ? (
            <>
              <Button
                size="compact-sm"
                color="oxide"
                data-revoke
                onClick={() => void revoke(link.id).unwrap().catch(say)}
              >
                Revoke for good
              </Button>
              <Button size="compact-sm" variant="default" onClick={() => setAsked(false)}>
                Keep it
              </Button>
            </>
          ) : (
            <Button size="compact-sm" variant="default" color="oxide" onClick={() => setAsked(true)}>
              Revoke
            </Button>
          )}
        </Group>
      )}
    </li>
  )
}

/** The address is shown once: it is kept nowhere. */
function MadeCard({ made, practice, onClose }: { made: MadeLink; practice: string; onClose: () => void }) {
  const copy = (text: string, what: string) =>
    copyText(text).then((isCopied) =>
      notifications.show(
        isCopied
          ? { message: `${what} copied.` }
          : { color: 'oxide', message: 'This browser does not let me copy. Select the text instead.' },
      ),
    )
  return (
    <div className={classes.made} data-made-link>
      <Qr text={made.address} />
      <div>
        <p>
          <strong>{practice}</strong>: your plan. Works until {dayAsRead(made.until)}.
        </p>
        <p className={classes.address}>{made.address}</p>
        <p className={classes.soft}>
          Shown once. Scan it, copy it or print it now; a lost one is replaced by a new one.
        </p>
        {!made.isPublic && (
          <p className={classes.warn}>
            This practice has no public address yet, so only this machine opens the link. Give the plan as a
            file or on paper instead; docs/serving.md says how a link reaches a phone.
          </p>
        )}
        <Group gap={6} className={classes.onScreen}>
          <Button size="compact-md" variant="default" onClick={() => void copy(made.address, 'The link is')}>
            Copy the link
          </Button>
          <Button
            size="compact-md"
            variant="default"
            onClick={() => void copy(linkMessageText(practice, made.address, made.until), 'The message is')}
          >
            Copy a message
          </Button>
          <Button size="compact-md" variant="default" onClick={() => window.print()}>
            Print this card
          </Button>
          <Button size="compact-md" variant="subtle" onClick={onClose}>
            Done
          </Button>
        </Group>
      </div>
    </div>
  )
}

function Qr({ text }: { text: string }) {
  const [drawn, setDrawn] = useState<{ size: number; path: string }>()
  const [isMissing, setMissing] = useState(false)
  useEffect(() => {
    let isOver = false
    void import('./qrPath')
      .then(({ qrPath }) => {
        if (!isOver) setDrawn(qrPath(text))
      })
      .catch(() => setMissing(true))
    return () => {
      isOver = true
    }
  }, [text])
  const quiet = 4
  return drawn ? (
    <svg
      viewBox={`${-quiet} ${-quiet} ${drawn.size + 2 * quiet} ${drawn.size + 2 * quiet}`}
      className={classes.qr}
      role="img"
      aria-label="The link as a picture to scan"
    >
      <rect x={-quiet} y={-quiet} width="100%" height="100%" fill="#fff" />
      <path d={drawn.path} fill="#000" />
    </svg>
  ) : (
    <div className={classes.qr}>{isMissing && 'The picture did not come: copy the link.'}</div>
  )
}
