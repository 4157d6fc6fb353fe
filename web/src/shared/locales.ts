/** Countries and languages as people call them, from the browser's own tables. */
const regions = new Intl.DisplayNames("en-GB", { type: "region" });
const languages = new Intl.DisplayNames("en-GB", { type: "language" });

export const COUNTRIES = [
  "GB",
  "IE",
  "US",
  "CA",
  "AU",
  "NZ",
  "DE",
  "AT",
  "CH",
  "FR",
  "BE",
  "NL",
  "ES",
  "MX",
  "IT",
  "PT",
  "BR",
] as const;
export const LANGUAGES = ["en", "de", "fr", "es", "it", "nl", "pt"] as const;

export const countryName = (code: string): string => regions.of(code) ?? code;
export const languageName = (code: string): string => languages.of(code) ?? code;
export const localeName = (country: string, language: string): string =>
  `${countryName(country)} · ${languageName(language)}`;

/** Locales offered first; any other pair of country and language is set in the project's
 * settings. */
export const COMMON: readonly { country: string; language: string }[] = [
  { country: "GB", language: "en" },
  { country: "US", language: "en" },
  { country: "DE", language: "de" },
  { country: "FR", language: "fr" },
  { country: "ES", language: "es" },
  { country: "IT", language: "it" },
  { country: "NL", language: "nl" },
  { country: "PT", language: "pt" },
];
