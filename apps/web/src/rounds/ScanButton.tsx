import { Button, Modal } from 'antd'
import { useEffect, useRef, useState } from 'react'

interface Detector {
  detect(source: HTMLVideoElement): Promise<{ rawValue: string }[]>
}
declare global {
  interface Window {
    BarcodeDetector?: new (options?: { formats: string[] }) => Detector
  }
}

const LOOK_MS = 250

/** Reads the code on a tub by the camera, where the browser has a detector for codes; nothing is shown where it has none. */
export function ScanButton({ onCode }: { onCode(code: string): void }) {
  const [open, setOpen] = useState(false)
  if (!('BarcodeDetector' in window) || !navigator.mediaDevices) return null
  return (
    <>
      <Button onClick={() => setOpen(true)}>Scan</Button>
      <Modal
        open={open}
        onCancel={() => setOpen(false)}
        footer={null}
        title="Hold the code before the camera"
        destroyOnHidden
      >
        <Camera
          onCode={(code) => {
            setOpen(false)
            onCode(code)
          }}
        />
      </Modal>
    </>
  )
}

function Camera({ onCode }: { onCode(code: string): void }) {
  const video = useRef<HTMLVideoElement>(null)
  const [says, setSays] = useState('')
  useEffect(() => {
    let stream: MediaStream | null = null
    let timer: ReturnType<typeof setInterval> | undefined
    const stop = () => {
      clearInterval(timer)
      stream?.getTracks().forEach((t) => t.stop())
    }
    const start = async () => {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
      video.current!.srcObject = stream
      await video.current!.play()
      const detector = new window.BarcodeDetector!({ formats: ['qr_code', 'code_128', 'data_matrix'] })
      timer = setInterval(() => {
        void detector.detect(video.current!).then(([found]) => found && onCode(found.rawValue))
      }, LOOK_MS)
    }
    start().catch(() =>
      setSays('The camera is not open to this page. Allow it in the browser, or type the tag.'),
    )
    return stop
  }, [onCode])
  return (
    <>
      <video ref={video} muted playsInline className="w-full" aria-label="Camera" />
      {says && <p className="bad">{says}</p>}
    </>
  )
}
