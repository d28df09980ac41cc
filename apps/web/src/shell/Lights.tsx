import { App, ConfigProvider, theme } from 'antd'
import { useLayoutEffect, type ReactNode } from 'react'
import { useLight } from './lightStore'
import { LIGHTS, TEXT_FACE } from './tokens'

/** Lays the chosen light over the whole program: our own variables, and the parts library's tokens made of them. */
export function Lights({ children }: { children: ReactNode }) {
  const light = useLight((s) => s.light)
  const c = LIGHTS[light]
  useLayoutEffect(() => {
    const root = document.documentElement
    root.dataset.light = light
    for (const [name, value] of Object.entries(c)) root.style.setProperty(`--${name}`, value)
    document.querySelector('meta[name="theme-color"]')?.setAttribute('content', c.paper)
  }, [light, c])
  return (
    <ConfigProvider
      theme={{
        // The dark algorithm dims what it is given; our colours are already chosen for the dark.
        algorithm: (seed, map) => ({
          ...(light === 'light' ? theme.defaultAlgorithm : theme.darkAlgorithm)(seed, map),
          colorPrimary: c.moss,
          colorError: c.clay,
          colorLink: c.moss,
        }),
        token: {
          colorPrimary: c.moss,
          colorLink: c.moss,
          colorLinkHover: c.ink,
          colorInfo: c.slate,
          colorSuccess: c.moss,
          colorWarning: c.yolktext,
          colorError: c.clay,
          colorText: c.ink,
          colorTextSecondary: c.ink2,
          colorTextTertiary: c.ink2,
          colorTextQuaternary: c.ink2,
          colorTextDescription: c.ink2,
          colorTextPlaceholder: c.ink2,
          colorTextHeading: c.ink,
          colorTextLightSolid: c.onMoss,
          colorBgBase: c.sheet,
          colorBgLayout: c.paper,
          colorBgContainer: c.sheet,
          colorBgElevated: c.sheet,
          colorBorder: c.ink2,
          colorBorderSecondary: c.rule,
          colorSplit: c.rule,
          colorFillAlter: c.wash,
          colorIcon: c.ink2,
          controlItemBgActive: c.wash,
          controlItemBgHover: c.wash,
          fontFamily: TEXT_FACE,
          fontSize: 15,
          borderRadius: 2,
          borderRadiusLG: 2,
          borderRadiusSM: 2,
          controlHeight: 36,
          boxShadow: 'none',
          boxShadowSecondary: `0 2px 10px ${light === 'light' ? 'rgb(20 33 28 / 18%)' : 'rgb(0 0 0 / 60%)'}`,
          // Nothing moves in any light: were it only so under the lamp, the parts library would build the page anew at each
          // change of light, and what was being done on it would be gone.
          motion: false,
        },
        components: {
          Table: {
            headerBg: 'transparent',
            headerColor: c.ink2,
            headerSplitColor: 'transparent',
            rowHoverBg: c.wash,
            cellPaddingBlock: 8,
            cellPaddingInline: 10,
            headerSortActiveBg: 'transparent',
            headerSortHoverBg: c.wash,
            bodySortBg: 'transparent',
          },
          Button: { primaryShadow: 'none', defaultShadow: 'none', dangerShadow: 'none', fontWeight: 500 },
          Segmented: {
            trackBg: c.wash,
            itemColor: c.ink2,
            itemSelectedBg: c.sheet,
            itemSelectedColor: c.ink,
          },
          Select: { optionSelectedBg: c.wash },
          Tag: { defaultBg: 'transparent', defaultColor: c.ink },
          Drawer: { paddingLG: 20 },
          Form: { itemMarginBottom: 12, verticalLabelPadding: '0 0 3px', labelFontSize: 14 },
        },
      }}
    >
      {/* In the middle, clear of the buttons of a sheet at the side; a pointer that happens to rest there holds nothing up. */}
      <App notification={{ placement: 'bottom', pauseOnHover: false, maxCount: 2 }}>{children}</App>
    </ConfigProvider>
  )
}
