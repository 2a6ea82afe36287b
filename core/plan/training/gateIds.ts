/** Prerequisites are measurements, never the calendar. */
export const gateIds = ['ankleBend', 'bigToeBend', 'eyesOpenFirst', 'bounce', 'yieldFirst'] as const
export type GateId = (typeof gateIds)[number]
