import { useCallback, useLayoutEffect, useState, type RefObject } from 'react'

const typing = (element: Element | null) =>
  element instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(element.tagName)
/** The card, or a wider part of a page that says of itself that its keys are heard all over it. */
const cardOf = ({ current: inside }: RefObject<HTMLElement | null>) =>
  inside?.closest<HTMLElement>('[data-keys]') ??
  // A sheet that lies over the view takes the focus as a whole when it opens.
  inside?.closest<HTMLElement>('.ant-drawer, .ant-modal-wrap') ??
  inside?.closest<HTMLElement>('article, .card, form, section') ??
  null

/**
 * Single keys write only while the card they stand on has the focus. It takes the focus when it comes, so that whoever opened it can press at
 * once, and again where what had the focus in it has gone; a click into it gives the focus back.
 * @param inside something within the card
 * @param of whom the card is about: another takes the focus anew
 * @returns whether it has the focus, to be shown; and the same asked at the moment of a key
 */
export function useCardFocus(
  inside: RefObject<HTMLElement | null>,
  of: string,
  active: boolean,
): { shown: boolean; hears(): boolean } {
  const [shown, setShown] = useState(true)
  // Before anything is drawn: a key that follows at once finds the card as it is seen.
  useLayoutEffect(() => {
    const card = active ? cardOf(inside) : null
    if (!card) return
    if (!card.hasAttribute('tabindex')) card.tabIndex = -1
    let last: Element | null = null
    const look = () => {
      const isInside = card.contains(document.activeElement)
      if (isInside) last = document.activeElement
      setShown(isInside)
    }
    const left = ({ target }: FocusEvent) =>
      setTimeout(() => {
        // A button that was pressed and is gone leaves the focus nowhere: the card it stood in keeps it.
        const isGone = target === last && !last?.isConnected
        if (isGone && document.activeElement === document.body && card.isConnected)
          card.focus({ preventScroll: true })
        look()
      })
    document.addEventListener('focusin', look)
    document.addEventListener('focusout', left)
    if (!typing(document.activeElement) && !card.contains(document.activeElement))
      card.focus({ preventScroll: true })
    look()
    return () => {
      document.removeEventListener('focusin', look)
      document.removeEventListener('focusout', left)
    }
  }, [inside, of, active])
  const hears = useCallback(() => cardOf(inside)?.contains(document.activeElement) ?? false, [inside])
  return { shown, hears }
}
