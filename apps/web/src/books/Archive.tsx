import { addressOf, archiveApi } from '@hatch-book/contract'
import { useState } from 'react'
import { FileDrop } from '../parts/FileDrop'
import { send, wordsOf } from '../shell/api'
import { forgetQueries } from '../shell/keptQueries'
import { useMay } from '../shell/session'

/** The whole book as one file that anybody can read, and such a file as a book. */
export function Archive() {
  const may = useMay()
  const [says, setSays] = useState('')
  const [busy, setBusy] = useState(false)
  if (!may.run) return null
  const bring = async (file: File) => {
    setBusy(true)
    setSays('')
    try {
      await send(archiveApi.readIn, { file })
      // What this device keeps is of the book before; its door is open already.
      await forgetQueries('/book')
    } catch (error) {
      setSays(wordsOf(error))
    } finally {
      setBusy(false)
    }
  }
  return (
    <section className="card" aria-label="Archive">
      <h3>The whole book as a file</h3>
      <p>
        Everything that was written, with photos and papers, as lines of text that other programs can read
        too. No passwords and no keys of devices are in it.
      </p>
      <p>
        <a href={addressOf(archiveApi.write)} download>
          Save the whole book
        </a>
      </p>
      <h3>Such a file as a book</h3>
      <p className="small quiet">
        It becomes a book of its own beside this one, and you its owner; nothing here is changed. Its other
        members cannot sign in until you give them a password.
      </p>
      <FileDrop
        label={busy ? 'Being read …' : 'Choose an archive'}
        accept=".zip,application/zip"
        onFile={(file) => void bring(file)}
      />
      {says && (
        <p className="note bad" role="alert">
          {says}
        </p>
      )}
    </section>
  )
}
