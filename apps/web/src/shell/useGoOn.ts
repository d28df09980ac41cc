import { useLocation, useNavigate, type NavigateOptions, type To } from 'react-router'

/**
 * Goes on once an answer is there, unless whoever waited for it has gone elsewhere meanwhile: a late answer takes nobody away from where they
 * are, nor their filters and words out of the address.
 */
export function useGoOn(): (to: To, options?: NavigateOptions) => void {
  const navigate = useNavigate()
  const { pathname } = useLocation()
  return (to, options) => {
    if (window.location.pathname === pathname) void navigate(to, options)
  }
}
