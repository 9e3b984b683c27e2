import { useQuery } from '@tanstack/react-query'
import { DatePicker } from 'antd'
import dayjs from 'dayjs'
import customParseFormat from 'dayjs/plugin/customParseFormat.js'
import updateLocale from 'dayjs/plugin/updateLocale.js'
import type { ShopView } from '#server/shop/views.ts'
import { words } from '#words/en/screens/fields.ts'

dayjs.extend(customParseFormat)
dayjs.extend(updateLocale)

/** How a day may be typed; the first is how it is shown. */
const written = ['D MMM YYYY', 'YYYY-MM-DD', 'D.M.YYYY', 'D/M/YYYY', 'D MMMM YYYY', 'D-M-YYYY']
const iso = 'YYYY-MM-DD'

interface Props {
  id?: string
  label?: string
  /** YYYY-MM-DD */
  value?: string | null
  onChange?: (day: string | null) => void
}

/** The picker begins its week where the shop's begins. */
function useWeekStart() {
  const { data } = useQuery<ShopView>({ queryKey: ['shop'], enabled: false })
  const day = data?.about?.weekStart ?? 1
  // Sunday is dayjs's 0.
  dayjs.updateLocale('en', { weekStart: day % 7 })
}

/** A day, picked or typed as people write it. */
export function DayField({ id, label, value = null, onChange }: Props) {
  useWeekStart()
  return (
    <DatePicker
      {...(id ? { id } : {})}
      {...(label ? { 'aria-label': label } : {})}
      placeholder={words.dayHint}
      className="field-l"
      format={written}
      value={value ? dayjs(value, iso) : null}
      onChange={(day) => onChange?.(day ? day.format(iso) : null)}
    />
  )
}
