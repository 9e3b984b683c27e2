import { App as AntApp, ConfigProvider } from 'antd'
import type { ReactNode } from 'react'
import { antTheme } from './ant-theme.ts'
import { useTheme } from './theme.ts'

/** Dresses Ant Design's controls for what is inside. Loaded apart: what is seen first has none of them. */
export default function Controls({ children }: { children: ReactNode }) {
  const [theme] = useTheme()
  return (
    <ConfigProvider theme={antTheme(theme)} button={{ autoInsertSpace: false }}>
      <AntApp>{children}</AntApp>
    </ConfigProvider>
  )
}
