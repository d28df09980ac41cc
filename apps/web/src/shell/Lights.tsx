import { ConfigProvider } from 'antd'
import { useLayoutEffect, type ReactNode } from 'react'
import { useLight } from './lightStore'
import { NoticesOver } from './notices'
import { THEMES } from './themes'
import { LIGHTS } from './tokens'

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
    <ConfigProvider theme={THEMES[light]}>
      <NoticesOver>{children}</NoticesOver>
    </ConfigProvider>
  )
}
