import { Upload } from 'antd'
import { FileUp } from 'lucide-react'

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
      style={{ background: 'transparent' }}
    >
      <p style={{ margin: 0 }}>
        <FileUp size={20} aria-hidden style={{ verticalAlign: -4, marginRight: 8 }} />
        {label}, or drop it here
      </p>
    </Upload.Dragger>
  )
}
