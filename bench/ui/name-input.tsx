import { backToStage } from './back-to-stage'

type Props = {
  label: string
  value: string
  placeholder?: string
  className?: string
  onKeep: (name: string) => void
}
/** A name that is taken when it is left or Enter is pressed; its keys are no commands. */
export const NameInput = ({ label, value, placeholder, className, onKeep }: Props) => (
  <input
    // Made anew when the name changes elsewhere.
    key={value}
    aria-label={label}
    placeholder={placeholder}
    className={className}
    defaultValue={value}
    onBlur={(e) => {
      const name = e.target.value.trim().slice(0, 60)
      if (name !== value) onKeep(name)
    }}
    onKeyDown={(e) => {
      e.stopPropagation()
      if (e.key === 'Escape') e.currentTarget.value = value
      if (e.key === 'Enter' || e.key === 'Escape') backToStage(e.currentTarget)
    }}
  />
)
