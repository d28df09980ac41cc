import { Upload } from 'antd'
import { FileUp } from 'lucide-react'
import css from './contractForm.module.css'

/** A file chosen or dropped; its bytes go to the server as they are. */
export function FileDrop({
  label,
  onFile,
  accept = '.csv,.txt,.tsv,text/csv,text/plain',
}: {
  label: string
  onFile(file: File): void
  accept?: string
}) {
  return (
    <Upload.Dragger
      accept={accept}
      showUploadList={false}
      beforeUpload={(file) => {
        onFile(file)
        return false
      }}
      className={css.drop}
    >
      <p className="flush">
        <FileUp size={20} aria-hidden className={css.dropSign} />
        {label}, or drop it here
      </p>
    </Upload.Dragger>
  )
}
