import { Select, TextInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { CARD_WORDS, shippedWords, type CardLanguage, type CardSettings } from '@sgraffa/core';
import { LANGUAGE_NAMES } from './languages.ts';

/** The words of the cards, which the crafter may mend: what is emptied is the shipped word again. */
export const CardWordsPart = ({
  words,
  languages,
  change,
}: {
  words: CardSettings['words'];
  languages: readonly CardLanguage[];
  change: (words: CardSettings['words']) => void;
}) => {
  const [isOpen, setOpen] = useState(false);
  const [chosen, setLanguage] = useState<CardLanguage>(languages[0] ?? 'en');
  const language = languages.includes(chosen) ? chosen : (languages[0] ?? 'en');
  const own = words[language] ?? {};
  const keep = (word: string, value: string) => {
    const { [word]: _, ...others } = own;
    change({ ...words, [language]: value.trim() ? { ...others, [word]: value } : others });
  };
  return (
    <div>
      <UnstyledButton className="sg-where" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        Mend the words
      </UnstyledButton>
      {isOpen && (
        <>
          <Select
            label="Of the cards in"
            data={languages.map((value) => ({ value, label: LANGUAGE_NAMES[value] }))}
            value={language}
            onChange={(value) => value && setLanguage(value as CardLanguage)}
          />
          {CARD_WORDS.map((word) => (
            <TextInput
              key={`${language} ${word}`}
              label={shippedWords(language)[word]}
              placeholder={shippedWords(language)[word]}
              defaultValue={own[word] ?? ''}
              maxLength={400}
              onBlur={(event) =>
                event.currentTarget.value !== (own[word] ?? '') && keep(word, event.currentTarget.value)
              }
            />
          ))}
        </>
      )}
    </div>
  );
};
