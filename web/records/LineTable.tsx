import { Button, Table } from 'antd'
import { words } from '#words/en/screens/figures.ts'
import type { Kind, Line, Said } from './kinds.ts'

interface Props {
  name: string
  kind: Kind
  lines: readonly Line[]
  said: Said
  onPick(key: string): void
}

/** The figures of a chart as they are; each line opens the cars it is made of. */
export function LineTable({ name, kind, lines, said, onPick }: Props) {
  return (
    <Table<Line>
      size="small"
      className="line-table"
      aria-label={name}
      rowKey="key"
      scroll={{ x: 'max-content' }}
      pagination={{ pageSize: 20, hideOnSinglePage: true, showSizeChanger: false }}
      dataSource={[...lines]}
      columns={[
        {
          title: words.columns.key,
          render: (_, line) => {
            const label = kind.label(line, said)
            return line.jobs.length === 0 ? (
              label
            ) : (
              <Button type="link" aria-label={words.open(label, line.jobs.length)} onClick={() => onPick(line.key)}>
                {label}
              </Button>
            )
          },
        },
        ...kind.columns.map((column) => ({
          title: column.title,
          align: 'right' as const,
          render: (_: unknown, line: Line) => column.text(line, said),
        })),
      ]}
    />
  )
}
