import { theme as antd, type ThemeConfig } from 'antd'
import type { Theme } from './theme.ts'

const colours = {
  paper: {
    stem: '#2F5D46',
    paper: '#F7F3E8',
    sheet: '#FFFDF6',
    ink: '#1F3329',
    line: '#B9B59F',
    onStem: '#FFFDF6',
    soft: '#4D5F54',
    alarm: '#9C3F2B',
    /** The ground of what is typed into: it never looks like a button. */
    field: '#FFFFFF',
  },
  bay: {
    stem: '#8FBF9F',
    paper: '#16211B',
    sheet: '#1E2B24',
    ink: '#F3EFE2',
    line: '#5F6F64',
    onStem: '#12201A',
    soft: '#BCC5B8',
    alarm: '#F0A08C',
    field: '#121A15',
  },
}

/** Ant Design in our clothes: own colours, radii, heights for gloved thumbs, own type. */
export function antTheme(theme: Theme): ThemeConfig {
  const c = colours[theme]
  return {
    algorithm: theme === 'bay' ? antd.darkAlgorithm : antd.defaultAlgorithm,
    token: {
      colorPrimary: c.stem,
      colorTextLightSolid: c.onStem,
      colorLink: c.stem,
      colorError: c.alarm,
      colorBgBase: c.sheet,
      colorBgLayout: c.paper,
      colorTextBase: c.ink,
      colorTextPlaceholder: c.soft,
      colorTextDescription: c.soft,
      colorBorder: c.line,
      fontFamily: '"Figtree Variable", system-ui, sans-serif',
      fontSize: 16,
      borderRadius: 12,
      controlHeight: 44,
      controlHeightSM: 44,
      controlHeightLG: 56,
      wireframe: false,
      // Whoever asks for less motion has none.
      motion: !matchMedia('(prefers-reduced-motion: reduce)').matches,
      // What is under way is still read.
      opacityLoading: 1,
    },
    components: {
      Button: { primaryShadow: 'none', defaultShadow: 'none', fontWeight: 600 },
      Input: { colorBgContainer: c.field, activeBg: c.field, hoverBg: c.field },
      InputNumber: { colorBgContainer: c.field, activeBg: c.field, hoverBg: c.field },
      DatePicker: { colorBgContainer: c.field, activeBg: c.field, hoverBg: c.field },
      Select: { optionHeight: 44, selectorBg: c.field },
      Segmented: { itemColor: c.soft, itemHoverColor: c.ink, itemSelectedColor: c.ink },
    },
  }
}
