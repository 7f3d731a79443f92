/** A rule scribed with ticks, instead of a box. */
export function ScribedScale({ className = '' }: { className?: string }) {
  return (
    <svg aria-hidden="true" className={`block h-3 w-full text-ink ${className}`} preserveAspectRatio="none">
      <defs>
        <pattern id="ticks" width="80" height="12" patternUnits="userSpaceOnUse">
          <path
            d="M0.5 0V12M16.5 0V4M32.5 0V4M48.5 0V4M64.5 0V4"
            stroke="currentColor"
            strokeWidth="1"
            fill="none"
            opacity="0.6"
          />
        </pattern>
      </defs>
      <rect width="100%" height="12" fill="url(#ticks)" />
      <rect width="100%" height="1.5" fill="currentColor" />
    </svg>
  );
}
