import { CameraOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { useEffect, useMemo } from 'react'
import { words } from '#words/en/screens/fields.ts'
import { FileButton } from './FileButton.tsx'
import './photo-field.css'

interface Props {
  label: string
  photo: File | undefined
  onChange: (photo: File | undefined) => void
}

/** A picture from the phone's camera or from its files: seen before it is sent, and put away again in one tap. */
export function PhotoField({ label, photo, onChange }: Props) {
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
        <FileButton
          label={label}
          accept="image/jpeg,image/png,image/webp"
          icon={<CameraOutlined />}
          camera
          large
          onFile={onChange}
        />
      )}
    </div>
  )
}
