/** Why a copy cannot be made or restored: one sentence for people. */
export class CopyFault extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'CopyFault'
  }
}
