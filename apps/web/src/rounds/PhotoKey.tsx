import { animalsApi, type AnimalRow } from '@hatch-book/contract'
import { useRef, useState } from 'react'
import { send, wordsOf } from '../shell/api'

/**
 * Takes a photo of the animal one stands before: from above first, and from the side once there is one.
 * @param onTaken it is kept; says from where it was taken
 */
export function usePhotoKey(animal: AnimalRow | undefined, onTaken: (view: 'above' | 'side') => void) {
  const input = useRef<HTMLInputElement>(null)
  const [says, setSays] = useState('')
  const view = animal?.photoId ? 'side' : 'above'
  const take = async (file: File) => {
    setSays('')
    try {
      await send(animalsApi.addPhoto, { params: { id: animal!.id }, query: { view }, file })
      onTaken(view)
    } catch (error) {
      setSays(wordsOf(error, 'The photo was not saved. Try again when the server is back.'))
    }
  }
  return {
    open: () => input.current?.click(),
    field: (
      <>
        <input
          ref={input}
          type="file"
          accept="image/*"
          capture="environment"
          hidden
          aria-label={`Photo of ${animal?.tag ?? ''} from ${view === 'above' ? 'above' : 'the side'}`}
          onChange={(e) => {
            const [file] = e.target.files ?? []
            e.target.value = ''
            if (file) void take(file)
          }}
        />
        {says && (
          <p className="says" role="alert">
            {says}
          </p>
        )}
      </>
    ),
  }
}
