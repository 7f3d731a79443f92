/** A few answers side by side, each as large as a thumb; the one that holds is pressed in. */
export function Choices<T extends string>({
  label,
  of,
  is,
  onChoose,
}: {
  label: string;
  of: readonly (readonly [value: T, words: string])[];
  is: T;
  onChoose: (value: T) => void;
}) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap">
      {of.map(([value, words]) => (
        <button
          key={value}
          type="button"
          aria-pressed={value === is}
          onClick={() => onChoose(value)}
          className={`min-h-11 border px-3 ${value === is ? 'border-brass bg-page font-semibold' : 'border-ink/40'}`}
        >
          {words}
        </button>
      ))}
    </div>
  );
}
