import { Moon, Sun } from 'lucide-react'
import { useTheme } from './theme'

export function ThemeSwitch() {
  const [theme, setTheme] = useTheme()
  const night = theme === 'night'
  return (
    <button
      className="btn btn-quiet btn-icon"
      aria-label={night ? 'Day shift' : 'Night shift'}
      title={night ? 'Day shift' : 'Night shift'}
      onClick={() => setTheme(night ? 'day' : 'night')}
    >
      {night ? <Sun size={16} /> : <Moon size={16} />}
    </button>
  )
}
