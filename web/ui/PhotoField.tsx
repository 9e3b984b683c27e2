import { CameraOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { useEffect, useMemo, useRef } from 'react'
import { words } from '#words/en/screens/fields.ts'
import './photo-field.css'

interface Props {
  label: string
  photo: File | undefined
  onChange: (photo: File | undefined) => void
}

/** A picture from the phone's camera or from its files: seen before it is sent, and put away again in one tap. */
export function PhotoField({ label, photo, onChange }: Props) {
  const chooser = useRef<HTMLInputElement>(null)
  const seen = useMemo(() => (photo ? URL.createObjectURL(photo) : undefined), [photo])
  useEffect(() => () => (seen ? URL.revokeObjectURL(seen) : undefined), [seen])
  return (
    <div className="photo-field">
      {seen ? (
        <>
          <img src={seen} alt={label} />
          <Button size="large" onClick={() => onChange(undefined)}>
            {words.withoutPhoto}
          </Button>
        </>
      ) : (
        <Button size="large" icon={<CameraOutlined />} onClick={() => chooser.current?.click()}>
          {label}
        </Button>
      )}
      <input
        className="hidden"
        ref={chooser}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        aria-label={label}
        onChange={(e) => {
          const [file] = e.target.files ?? []
          // The same picture may be chosen again.
          e.target.value = ''
          if (file) onChange(file)
        }}
      />
    </div>
  )
}
