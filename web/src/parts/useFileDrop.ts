import { useState, type DragEvent } from 'react'

/** Makes a place take a dropped file; tells whether one is being held over it. */
export function useFileDrop(onFile: (file: File) => void) {
  const [isOver, setOver] = useState(false)
  return {
    isOver,
    place: {
      onDragOver: (event: DragEvent) => {
        event.preventDefault()
        setOver(true)
      },
      onDragLeave: () => setOver(false),
      onDrop: (event: DragEvent) => {
        event.preventDefault()
        setOver(false)
        const [file] = event.dataTransfer.files
        if (file) onFile(file)
      },
    },
  }
}
