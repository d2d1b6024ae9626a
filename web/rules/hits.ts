import { StateEffect, StateField, type Extension } from '@codemirror/state';
import { Decoration, EditorView, WidgetType, type DecorationSet } from '@codemirror/view';

export interface Hit {
  title: string;
  count: number;
  stopped: number;
  last: string;
}

/** Tells the editor how often each rule was hit and what it last did. */
export const setHits = StateEffect.define<readonly Hit[]>();

class HitBadge extends WidgetType {
  constructor(readonly hit: Hit) {
    super();
  }

  override eq(other: HitBadge): boolean {
    return (
      this.hit.count === other.hit.count &&
      this.hit.last === other.hit.last &&
      this.hit.stopped === other.hit.stopped
    );
  }

  override toDOM(): HTMLElement {
    const badge = document.createElement('span');
    badge.className = 'cm-hit';
    const count = document.createElement('b');
    count.textContent = `${this.hit.count}×`;
    badge.append(count, this.hit.last === '' ? '' : ` ${this.hit.last}`);
    badge.title = `hit ${this.hit.count} times${this.hit.stopped > 0 ? `, ${this.hit.stopped} stopped` : ''}${this.hit.last === '' ? '' : `; last: ${this.hit.last}`}`;
    return badge;
  }

  override ignoreEvent(): boolean {
    return true;
  }
}

const hits = StateField.define<{ list: readonly Hit[]; shown: DecorationSet }>({
  create: () => ({ list: [], shown: Decoration.none }),
  update(value, transaction) {
    let list = value.list;
    for (const effect of transaction.effects) {
      if (effect.is(setHits)) {
        list = effect.value;
      }
    }
    if (list === value.list && !transaction.docChanged) {
      return value;
    }
    return { list, shown: badges(transaction.state.doc.toString(), list) };
  },
  provide: (field) => EditorView.decorations.from(field, (value) => value.shown),
});

function badges(text: string, list: readonly Hit[]): DecorationSet {
  const byTitle = new Map(list.map((hit) => [hit.title, hit]));
  const found = [...text.matchAll(/^[ \t]*rule[ \t]+"([^"\n]*)"[^\n]*$/gm)].flatMap((match) => {
    const hit = byTitle.get(match[1] ?? '');
    return hit === undefined || hit.count === 0
      ? []
      : [Decoration.widget({ widget: new HitBadge(hit), side: 1 }).range(match.index + match[0].length)];
  });
  return Decoration.set(found);
}

export const hitBadges: Extension = [
  hits,
  EditorView.theme({
    '.cm-hit': {
      marginLeft: '1.5ch',
      padding: '0 0.75ch',
      borderRadius: '0.4rem',
      border: '1px solid var(--color-primary)',
      color: 'var(--color-primary)',
      fontFamily: 'var(--font-sans)',
      fontSize: '0.8rem',
      whiteSpace: 'nowrap',
      userSelect: 'none',
    },
  }),
];
