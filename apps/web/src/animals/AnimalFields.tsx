import { ageOn, hatchSpan, readHatched } from '@hatch-book/core'
import { Button, Upload } from 'antd'
import { useFigures } from '../shell/figures'

/** Why it cannot be read as a day or an age; null where it can. */
export function faultOfHatched(text: string, today: string): string | null {
  const read = readHatched(text, { today })
  return 'says' in read ? read.says : null
}

/** Between which days that is, while it is being written. */
export function HatchedRead({ text, today }: { text: string; today: string }) {
  const figures = useFigures()
  const read = readHatched(text, { today })
  if ('says' in read || read.value === null)
    return <>Not sure? Write ‘about 2021’, ‘8 years’ or ‘came 3 years ago as a yearling’.</>
  const { date, precision, widthDays } = read.value
  const span = hatchSpan(date, precision, widthDays)
  const { least, most } = ageOn(span, today)
  return (
    <>
      {figures.span(span)}:{' '}
      {least === most ? figures.days(least) : `${figures.days(least)} to ${figures.days(most)}`} old
    </>
  )
}

/** A photo of it, taken or chosen now and sent once the animal is in the book. */
export function PhotoPicked({ photo, onPick }: { photo: File | null; onPick(photo: File | null): void }) {
  return (
    <div className="row gap-12">
      <Upload
        accept="image/*"
        showUploadList={false}
        beforeUpload={(file) => {
          onPick(file)
          return false
        }}
      >
        <Button>{photo ? 'Another photo' : 'Add a photo'}</Button>
      </Upload>
      {photo && (
        <span className="small">
          {photo.name}{' '}
          <button type="button" className="plain" onClick={() => onPick(null)}>
            leave it out
          </button>
        </span>
      )}
    </div>
  )
}
