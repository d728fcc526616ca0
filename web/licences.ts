import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Plugin } from 'vite';
import license, { type Dependency } from 'rollup-plugin-license';

/** One package that ships with the page, as the page of licences reads it. */
export interface Shipped {
  readonly name: string;
  readonly version: string;
  /** By its short name; "not said" where the package does not say it. */
  readonly licence: string;
  readonly text: string;
}

const NODE_MODULES = path.resolve(import.meta.dirname, '../node_modules');
const OUT = path.resolve(import.meta.dirname, 'dist/licences.json');

const shipped = new Map<string, Shipped>();
const keep = ({
  name,
  version,
  license: licence,
  licenseText,
}: Pick<Dependency, 'name' | 'version' | 'license' | 'licenseText'>) => {
  if (name !== null)
    shipped.set(name, {
      name,
      version: version ?? '',
      licence: licence ?? 'not said',
      text: (licenseText ?? '').trim(),
    });
};

/** Letters are no code that a bundle holds: their packages are named by what the page depends on. */
const keepFonts = () => {
  const { dependencies } = JSON.parse(readFileSync(path.resolve(import.meta.dirname, 'package.json'), 'utf8')) as {
    dependencies: Record<string, string>;
  };
  for (const name of Object.keys(dependencies).filter((one) => one.startsWith('@fontsource'))) {
    const read = (file: string) => readFileSync(path.join(NODE_MODULES, name, file), 'utf8');
    const { version, license: licence } = JSON.parse(read('package.json')) as { version: string; license: string };
    keep({ name, version, license: licence, licenseText: read('LICENSE') });
  }
};

/** Writes the licences of all that ships beside the page; a package without a licence of its own fails the build. */
export const licences = (): Plugin =>
  license({
    thirdParty: {
      includePrivate: false,
      output: {
        file: OUT,
        template: (dependencies) => {
          dependencies.forEach(keep);
          keepFonts();
          const without = [...shipped.values()].filter(({ licence }) => licence === 'not said');
          if (without.length)
            throw new Error(
              `Shipped without a licence: ${without.map(({ name }) => name).join(', ')}. Take another package.`,
            );
          return JSON.stringify([...shipped.values()].sort((one, other) => one.name.localeCompare(other.name)));
        },
      },
    },
    // the same hooks, by another package's types
  }) as unknown as Plugin;
