import { SelectField, TextField } from '../ui/index.js';
import type { PageSource } from './pageSource.js';

/** Whose figures they are, where they stand, and in which unit: said once for the page. */
export function Whose({
  source,
  onChange,
  autoFocus = false,
}: {
  source: PageSource;
  onChange: (to: PageSource) => void;
  autoFocus?: boolean;
}) {
  const set = (field: keyof PageSource) => (e: { target: { value: string } }) =>
    onChange({ ...source, [field]: e.target.value });
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <TextField label="Document" autoFocus={autoFocus} value={source.document} onChange={set('document')} />
      <TextField label="Page" value={source.page} onChange={set('page')} />
      <TextField label="Revision" value={source.revision} onChange={set('revision')} />
      <SelectField label="Who says so" value={source.sourceType} onChange={set('sourceType')}>
        <option value="engine-maker">engine maker</option>
        <option value="part-maker">maker of the part</option>
        <option value="shop-rule">rule of this shop (may only tighten)</option>
      </SelectField>
      <TextField label="Name" value={source.party} onChange={set('party')} />
      <SelectField label="Unit of the document" value={source.unit} onChange={set('unit')}>
        <option value="mm">mm</option>
        <option value="in">in</option>
      </SelectField>
    </div>
  );
}
