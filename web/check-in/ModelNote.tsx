import { Input } from 'antd'
import { useMay } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/check-in.ts'
import { useModelNote, useSaveModelNote } from './vehicles.ts'

/** What the shop has learnt about cars of this model. */
export function ModelNote({ make, model }: { make: string; model: string }) {
  const note = useModelNote(make, model)
  const save = useSaveModelNote(make, model)
  const mayWrite = useMay('vehicles.write')
  if (!note.data) return null
  return (
    <div className="field">
      {words.modelNote(make, model)}
      <Input.TextArea
        key={note.data.version}
        aria-label={words.modelNote(make, model)}
        rows={2}
        maxLength={4000}
        readOnly={!mayWrite}
        defaultValue={note.data.text}
        onBlur={(e) => {
          if (e.target.value !== note.data.text) save.mutate({ text: e.target.value, version: note.data.version })
        }}
      />
      {save.isError && <ErrorNotice error={save.error} />}
    </div>
  )
}
