import type { CardLanguage } from '@sgraffa/core';

/** Each in its own words. */
export const LANGUAGE_NAMES: Readonly<Record<CardLanguage, string>> = {
  en: 'English',
  de: 'Deutsch',
  fr: 'Français',
  es: 'Español',
};
