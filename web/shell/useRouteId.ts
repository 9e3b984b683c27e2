import { useParams } from 'react-router'

/** The id in this screen's address. */
export function useRouteId(): string {
  const { id } = useParams()
  if (id === undefined) throw new Error('This screen has no id in its address.')
  return id
}
