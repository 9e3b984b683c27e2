import { Button, Input, Select } from 'antd'
import { type MouseEvent, useRef, useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import type { PhotoKind, PhotoView } from '#server/photos/views.ts'
import { useAddPhoto, useMarkPhoto, usePhotos, useRemovePhoto } from '#web/client/photos.ts'
import { ComparePhotos } from '#web/ui/ComparePhotos.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import { Camera } from './Camera.tsx'

const address = (photo: PhotoView) => `/api/photos/${photo.id}`

/** One photo large, with marks that are put on by a tap and worded beside. */
function Marked({
  photo,
  job,
  name,
  onRemove,
}: {
  photo: PhotoView
  job: string
  name: string
  onRemove?: () => void
}) {
  const mark = useMarkPhoto(job)
  const put = (event: MouseEvent<HTMLButtonElement>) => {
    const box = event.currentTarget.getBoundingClientRect()
    // By keyboard a button has no place: the mark goes to the middle.
    const [x, y] =
      event.detail === 0 ? [0.5, 0.5] : [(event.clientX - box.x) / box.width, (event.clientY - box.y) / box.height]
    mark.mutate({ id: photo.id, marks: [...photo.marks, { x, y, text: '' }] })
  }
  return (
    <div className="stack close">
      <button type="button" className="photo-large" onClick={put} aria-label={words.markPhoto}>
        <img src={address(photo)} alt={name} />
        {photo.marks.map((m, i) => (
          <span key={`${m.x} ${m.y}`} className="photo-mark" style={{ left: `${m.x * 100}%`, top: `${m.y * 100}%` }}>
            {i + 1}
          </span>
        ))}
      </button>
      {photo.marks.map((m, i) => (
        <Input
          key={`${m.x} ${m.y}`}
          aria-label={words.mark(i + 1)}
          prefix={`${i + 1}`}
          placeholder={words.pointsAt}
          maxLength={120}
          defaultValue={m.text}
          onBlur={(e) => {
            const text = e.target.value
            if (text !== m.text)
              mark.mutate({ id: photo.id, marks: photo.marks.map((other, k) => (k === i ? { ...m, text } : other)) })
          }}
        />
      ))}
      {mark.isError && <ErrorNotice error={mark.error} />}
      {onRemove && <Button onClick={onRemove}>{words.removePhoto}</Button>}
    </div>
  )
}

/** Photos of a job: of the whole car or of the part that has the focus. */
export function PhotosPanel({
  job,
  draft,
  refused,
  focused,
  surfaces,
}: {
  job: string
  draft: boolean
  refused: boolean
  focused: string | undefined
  surfaces: readonly Surface[]
}) {
  const photos = usePhotos(job)
  const add = useAddPhoto(job)
  const take = useRemovePhoto(job)
  const file = useRef<HTMLInputElement>(null)
  const [kind, setKind] = useState<PhotoKind>('before')
  const [camera, setCamera] = useState(false)
  const [large, setLarge] = useState<string>()
  const list = photos.data ?? []
  const nameOf = (id: string | null) => {
    const surface = surfaces.find((s) => s.id === id)
    return surface ? speak.surface(surface.name) : words.wholeCar
  }
  const here = (photo: PhotoView) => photo.surface === (focused ?? null)
  const before = list.findLast((p) => p.kind === 'before' && here(p))
  const after = list.findLast((p) => (p.kind === 'after' || p.kind === 'half') && here(p))
  const shown = list.find((p) => p.id === large)
  if (refused)
    return (
      <>
        <h2>{words.photos}</h2>
        <p>{words.photosRefused}</p>
      </>
    )
  const send = (files: readonly Blob[]) => {
    for (const f of files) add.mutate({ file: f, kind, surface: focused })
  }
  return (
    <>
      <h2>{words.photos}</h2>
      <div className="soft">
        {words.photoOf} <strong>{nameOf(focused ?? null)}</strong>
      </div>
      <div className="row">
        <Select
          className="field-m"
          aria-label={words.photoKind}
          value={kind}
          onChange={setKind}
          options={words.photoKinds}
        />
        <Button onClick={() => setCamera(!camera)} aria-pressed={camera}>
          {words.camera}
        </Button>
        <Button onClick={() => file.current?.click()}>{words.fromFile}</Button>
        <input
          className="hidden"
          ref={file}
          type="file"
          multiple
          accept="image/jpeg,image/png,image/webp"
          onChange={(e) => {
            send([...(e.target.files ?? [])])
            e.target.value = ''
          }}
        />
      </div>
      {camera && (
        <Camera
          ghost={kind !== 'before' && before ? address(before) : undefined}
          onShot={(picture) => send([picture])}
          onClose={() => setCamera(false)}
        />
      )}
      {add.isPending && <div role="status">{words.sending}</div>}
      {add.isError && <ErrorNotice error={add.error} />}
      {take.isError && <ErrorNotice error={take.error} />}
      {before && after && (
        <ComparePhotos before={address(before)} after={address(after)} label={nameOf(before.surface)} />
      )}
      {shown && (
        <Marked
          photo={shown}
          job={job}
          name={nameOf(shown.surface)}
          {...(draft ? { onRemove: () => take.mutate(shown.id, { onSuccess: () => setLarge(undefined) }) } : {})}
        />
      )}
      {list.length === 0 && <p className="soft">{words.noPhotos}</p>}
      <ul className="plain photo-strip">
        {list.map((photo) => (
          <li key={photo.id}>
            <button
              type="button"
              aria-pressed={photo.id === large}
              onClick={() => setLarge(photo.id === large ? undefined : photo.id)}
            >
              <img src={`${address(photo)}?size=thumbnail`} alt="" loading="lazy" />
              <span>
                {photo.kind} · {nameOf(photo.surface)}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </>
  )
}
