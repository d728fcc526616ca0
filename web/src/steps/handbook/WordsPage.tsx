import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { glossary } from '@sgraffa/core';
import './handbook.css';

/** The words of the craft, each with what it means here. */
export const WordsPage = () => {
  const [sought, setSought] = useState('');
  const part = sought.trim().toLowerCase();
  const found = glossary().filter(
    ({ word, meaning }) => word.includes(part) || (part.length > 2 && meaning.toLowerCase().includes(part)),
  );
  return (
    <section className="sg-page">
      <h1>Words of the craft</h1>
      <p>
        <Link to="/handbook">Back to the handbook</Link>
      </p>
      <TextInput
        label="Find a word"
        type="search"
        value={sought}
        onChange={(event) => setSought(event.currentTarget.value)}
      />
      {found.length === 0 && <p role="status">No word of that name. The handbook has materials and ways of working.</p>}
      <dl className="sg-words">
        {found.map(({ word, meaning }) => (
          <div key={word}>
            <dt>{word}</dt>
            <dd>{meaning}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
};
