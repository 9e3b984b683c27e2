import { TimePicker } from 'antd'
import dayjs from 'dayjs'

interface Props {
  id?: string
  label?: string
  /** Minutes of the day. */
  value?: number
  onChange?: (minutes: number) => void
  /** Minutes between the times that are offered. */
  every?: 1 | 5
}

/** A time of the day. */
export const ClockField = ({ id, label, value, onChange, every = 1 }: Props) => (
  <TimePicker
    {...(id ? { id } : {})}
    {...(label ? { 'aria-label': label } : {})}
    format="H:mm"
    minuteStep={every}
    allowClear={false}
    needConfirm={false}
    value={
      value === undefined
        ? null
        : dayjs()
            .startOf('day')
            .hour(Math.floor(value / 60))
            .minute(value % 60)
    }
    onChange={(at) => at && onChange?.(at.hour() * 60 + at.minute())}
  />
)
