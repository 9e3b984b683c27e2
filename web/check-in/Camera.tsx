import { Button } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { words } from '#words/en/screens/check-in.ts'

/**
 * The device's camera with a shutter. With an earlier photo it lies over the picture as a ghost, so that before and after are framed alike.
 */
export function Camera({
  ghost,
  onShot,
  onClose,
}: {
  ghost: string | undefined
  onShot: (picture: Blob) => void
  onClose: () => void
}) {
  const video = useRef<HTMLVideoElement>(null)
  const [trouble, setTrouble] = useState('')
  useEffect(() => {
    let stream: MediaStream | undefined
    let gone = false
    const open = navigator.mediaDevices?.getUserMedia({
      video: { facingMode: 'environment', width: 2048 },
      audio: false,
    })
    if (!open) setTrouble(words.noCamera)
    open?.then(
      (opened) => {
        stream = opened
        if (gone) for (const track of opened.getTracks()) track.stop()
        else if (video.current) video.current.srcObject = opened
      },
      () => setTrouble(words.noCamera),
    )
    return () => {
      gone = true
      for (const track of stream?.getTracks() ?? []) track.stop()
    }
  }, [])
  const shoot = () => {
    const from = video.current
    if (!from || from.videoWidth === 0) return
    const canvas = document.createElement('canvas')
    canvas.width = from.videoWidth
    canvas.height = from.videoHeight
    canvas.getContext('2d')!.drawImage(from, 0, 0)
    canvas.toBlob((picture) => picture && onShot(picture), 'image/jpeg', 0.9)
  }
  if (trouble)
    return (
      <div className="told" role="alert">
        {trouble} <Button onClick={onClose}>{words.closeCamera}</Button>
      </div>
    )
  return (
    <div className="camera">
      <div className="finder">
        <video ref={video} autoPlay playsInline muted aria-label={words.viewfinder} />
        {ghost && <img src={ghost} alt="" className="ghost" />}
      </div>
      <div className="row">
        <Button type="primary" size="large" onClick={shoot}>
          {words.shutter}
        </Button>
        <Button size="large" onClick={onClose}>
          {words.closeCamera}
        </Button>
      </div>
    </div>
  )
}
