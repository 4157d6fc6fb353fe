import { Field } from "../parts/Field";
import { Select } from "../parts/Select";
import { COUNTRIES, countryName, LANGUAGES, languageName } from "../shared/locales";

/** Where those who search are: the country and the language, as two fields. */
export function LocaleFields({
  country,
  language,
  errors = {},
  onChange,
}: {
  country: string;
  language: string;
  errors?: Record<string, string>;
  onChange: (changed: { country?: string; language?: string }) => void;
}) {
  return (
    <>
      <Field label="Country" error={errors.country}>
        {(told) => (
          <Select {...told} value={country} onChange={(value) => onChange({ country: value })}>
            {COUNTRIES.map((code) => (
              <option key={code} value={code}>
                {countryName(code)}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Language" error={errors.language}>
        {(told) => (
          <Select {...told} value={language} onChange={(value) => onChange({ language: value })}>
            {LANGUAGES.map((code) => (
              <option key={code} value={code}>
                {languageName(code)}
              </option>
            ))}
          </Select>
        )}
      </Field>
    </>
  );
}
