import { hrefOf, type XmlNode } from './xml.ts';

const referredTo = (node: XmlNode): string[] => {
  const { name, attributes } = node;
  const href = name === 'use' ? hrefOf(node) : '';
  const clip = /clip-path\s*:\s*url\(\s*['"]?#([^'")]+)/.exec(attributes.style ?? '')?.[1];
  const own = /url\(\s*['"]?#([^'")]+)/.exec(attributes['clip-path'] ?? '')?.[1];
  return [href.startsWith('#') ? href.slice(1) : undefined, clip ?? own].filter((id) => id !== undefined);
};

/**
 * How many elements a drawing has once its clones and clips stand where they are used; counted without expanding any.
 *
 * A clone that holds itself counts once: it is left out when it is drawn.
 */
export const expandedSize = (root: XmlNode, byId: ReadonlyMap<string, XmlNode>): number => {
  const sizes = new Map<XmlNode, number>();
  const open = new Set<XmlNode>();
  // no recursion: groups may lie deeper than the machine's stack
  const pending: { readonly node: XmlNode; readonly isCounted: boolean }[] = [{ node: root, isCounted: false }];
  const below = (node: XmlNode): XmlNode[] => [
    ...node.children,
    ...referredTo(node).flatMap((id) => byId.get(id) ?? []),
  ];
  for (let entry = pending.pop(); entry; entry = pending.pop()) {
    const { node, isCounted } = entry;
    if (isCounted) {
      open.delete(node);
      sizes.set(
        node,
        below(node).reduce((sum, one) => sum + (sizes.get(one) ?? 0), 1),
      );
    } else if (!sizes.has(node) && !open.has(node)) {
      open.add(node);
      pending.push({ node, isCounted: true }, ...below(node).map((one) => ({ node: one, isCounted: false })));
    }
  }
  return sizes.get(root) ?? 0;
};
