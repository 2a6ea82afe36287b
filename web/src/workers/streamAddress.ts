/** Where the frames of a device come from: the server that served this page. */
export function streamAddress(deviceId: string): string {
  const { protocol, host } = globalThis.location
  return `${protocol === 'https:' ? 'wss' : 'ws'}://${host}/api/devices/${deviceId}/stream`
}
