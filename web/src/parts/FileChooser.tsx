import { Button, FileButton } from '@mantine/core'
import { IconFileImport } from '@tabler/icons-react'
import { useRef } from 'react'

type FileChooserProps = {
  /** what the button says, and what the field behind it is called */
  children: string
  name: string
  accept: string
  disabled?: boolean
  onFile: (file: File) => void
}

/** A button that opens the file dialog; the same file can be chosen twice, since it may have been mended meanwhile. */
export function FileChooser({ children, name, accept, disabled = false, onFile }: FileChooserProps) {
  const reset = useRef<() => void>(null)
  const take = (file: File | null) => {
    reset.current?.()
    if (file) onFile(file)
  }
  return (
    <FileButton accept={accept} inputProps={{ 'aria-label': name }} resetRef={reset} onChange={take}>
      {(props) => (
        <Button variant="default" leftSection={<IconFileImport size={16} />} disabled={disabled} {...props}>
          {children}
        </Button>
      )}
    </FileButton>
  )
}
