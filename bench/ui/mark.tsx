/** The product's mark: three offset layers. */
export const Mark = ({ size = 22 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true">
    <rect x="9" y="6" width="19" height="5" rx="1.5" fill="var(--plane-subject)" />
    <rect x="6" y="13.5" width="19" height="5" rx="1.5" fill="var(--plane-message)" />
    <rect x="3" y="21" width="19" height="5" rx="1.5" fill="var(--plane-setting)" />
  </svg>
)
