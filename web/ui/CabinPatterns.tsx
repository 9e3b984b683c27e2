/** What parts are filled with: the weave of their material, and hatching by how dirty they are. */
export function CabinPatterns({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={`${id}-cloth`} width="4" height="4" patternUnits="userSpaceOnUse">
        <path d="M0 4L4 0M-1 1L1 -1M3 5L5 3" stroke="var(--stem)" strokeWidth="0.5" opacity="0.3" />
      </pattern>
      <pattern id={`${id}-carpet`} width="5" height="6" patternUnits="userSpaceOnUse">
        <path d="M1 1V3M3.5 4V6" stroke="var(--stem)" strokeWidth="0.6" opacity="0.35" />
      </pattern>
      <pattern id={`${id}-leather`} width="9" height="8" patternUnits="userSpaceOnUse">
        <path d="M0 2Q2 0 4 2T8 2M3 6Q5 4 7 6" fill="none" stroke="var(--stem)" strokeWidth="0.5" opacity="0.35" />
      </pattern>
      <pattern id={`${id}-headliner`} width="5" height="5" patternUnits="userSpaceOnUse">
        <circle cx="1" cy="1" r="0.5" fill="var(--stem)" opacity="0.3" />
      </pattern>
      <pattern id={`${id}-1`} width="7" height="7" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="0.8" fill="var(--hatch)" opacity="0.45" />
      </pattern>
      {[2, 3].map((level) => (
        <pattern
          key={level}
          id={`${id}-${level}`}
          width={level === 2 ? 8 : 5}
          height="8"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="8" stroke="var(--hatch)" strokeWidth="1" opacity="0.4" />
        </pattern>
      ))}
      <pattern id={`${id}-4`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V6M0 0H6" stroke="var(--hatch-4)" strokeWidth="1" opacity="0.55" />
      </pattern>
    </defs>
  )
}
