import { Button, Modal } from 'antd'
import { useState } from 'react'
import type { CarPlace } from '#core/cabin/places.ts'
import { useAddPhoto, usePhotos } from '#web/client/photos.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import { words } from '#words/en/screens/check-in.ts'
import { Camera } from './Camera.tsx'

interface Props {
  job: string
  /** Its last visit, whose picture of this place lies over the viewfinder. */
  before: string | undefined
  place: CarPlace
  /** The part that is looked at; the whole place when left out. */
  part: string | undefined
}

/** A photo of the place one stands before, framed as it was framed last time. */
export function WalkPhoto({ job, before, place, part }: Props) {
  const [open, setOpen] = useState(false)
  const add = useAddPhoto(job)
  const here = new Set(place.surfaces.map((s) => s.id))
  const surface = part ?? place.surfaces[0]!.id
  const ofPlace = (list: ReturnType<typeof usePhotos>['data']) =>
    (list ?? []).filter((p) => p.surface && here.has(p.surface))
  const taken = ofPlace(usePhotos(job).data)
  const then = ofPlace(usePhotos(before).data)
  const ghost = then.find((p) => p.surface === surface) ?? then.at(0)
  const send = (file: Blob) => add.mutate({ file, kind: 'before', surface })
  return (
    <>
      <Button aria-pressed={open} onClick={() => setOpen(!open)}>
        {taken.length > 0 ? `${words.walk.photo} ${taken.length}` : words.walk.photo}
      </Button>
      <Modal
        open={open}
        title={ghost ? words.walk.framed : words.walk.photo}
        footer={null}
        destroyOnHidden
        onCancel={() => setOpen(false)}
      >
        <Camera
          ghost={ghost && `/api/photos/${ghost.id}`}
          onShot={(picture) => {
            send(picture)
            setOpen(false)
          }}
          onClose={() => setOpen(false)}
        />
        <div className="below">
          <FileButton
            label={words.fromFile}
            accept="image/jpeg,image/png,image/webp"
            busy={add.isPending}
            onFile={(file) => {
              send(file)
              setOpen(false)
            }}
          />
        </div>
      </Modal>
      {add.isError && <ErrorNotice error={add.error} />}
    </>
  )
}
