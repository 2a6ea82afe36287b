let list: Promise<ReadonlySet<string>> | undefined

/**
 * The passwords that are tried first, in small letters. The list is large and asked for seldom, so it is read with the
 * first new password.
 */
export function commonPasswords(): Promise<ReadonlySet<string>> {
  list ??= import('@zxcvbn-ts/language-common').then(
    ({ dictionary }) => new Set<string>(dictionary['passwords-common'] as readonly string[]),
  )
  return list
}
