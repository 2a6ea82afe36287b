type PictureInputProps = {
  label: string
  onFile: (file: File) => void
  /** opens the camera of a tablet where it has one */
  isCamera?: boolean
  /** what tests and keys find it by */
  name: string
}

/** The unseen input behind a label; the same file may be chosen twice. */
export function PictureInput({ label, onFile, isCamera = false, name }: PictureInputProps) {
  return (
    <input
      type="file"
      accept="image/*"
      {...(isCamera ? { capture: 'environment' as const } : {})}
      className="unseen"
      aria-label={label}
      data-picture={name}
      onChange={(event) => {
        const [file] = event.currentTarget.files ?? []
        event.currentTarget.value = ''
        if (file) onFile(file)
      }}
    />
  )
}
