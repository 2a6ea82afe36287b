import { channels, followActions, followRules, lanes, stopSigns } from '@sturvo/core/followup'
import {
  channelText,
  followActionText,
  followChangeText,
  followMessageText,
  followRuleIds,
  followRuleName,
  followWhyText,
  laneNameText,
  linkMessageText,
  stopSignText,
} from './index'

test('every rule says why in words, with its numbers and days', () => {
  expect([...followRuleIds].sort()).toEqual(followRules.map(({ id }) => id).sort())
  const evidence = {
    days: ['2026-05-04'],
    value: 5,
    level: 1.4,
    limit: 2,
    channel: 'morning' as const,
    signs: ['numb' as const],
    side: 'left' as const,
  }
  for (const { id } of followRules) {
    const why = followWhyText({ rule: id, evidence })
    expect(why).not.toBe(id)
    expect(why).not.toMatch(/undefined|NaN/)
    expect(followRuleName(id)).not.toBe(id)
  }
  expect(followWhyText({ rule: 'painTwice', evidence })).toBe(
    'soreness next morning 5, usually 1.4: more than 2 above on 4 May 2026',
  )
})

test('stop signs, lanes, channels, actions have words for both; messages name no finding', () => {
  for (const sign of stopSigns) expect(stopSignText[sign]).not.toBe('')
  for (const c of channels) expect(channelText[c]).not.toBe('')
  for (const l of lanes) expect(laneNameText[l]).not.toBe('')
  for (const action of followActions) {
    expect(followActionText[action]).not.toBe('')
    expect(followChangeText(action)).toMatch(/\.$/)
    expect(followMessageText(action, 'Tideway Foot Room')).toMatch(/^Hello, this is Tideway Foot Room\./)
  }
  expect(linkMessageText('Tideway Foot Room', 'https://x/c/#y', '2026-05-04')).toContain('https://x/c/#y')
})
