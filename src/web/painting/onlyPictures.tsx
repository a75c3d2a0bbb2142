import { createContext, useContext } from 'react';
import { PLAN_TEXT } from '../../core/words';

interface Folding {
  /** whether only the pictures show */
  readonly alone: boolean;
  readonly fold: () => void;
  /** of the painting: the page's own head is folded away with the rest */
  readonly title: string;
}

const Context = createContext<Folding>({ alone: false, fold: () => undefined, title: '' });
export const FoldingProvider = Context.Provider;

/** Folds away everything but the pictures of a room, and back. */
export function OnlyPictures() {
  const { alone, fold, title } = useContext(Context);
  return (
    <>
      {alone && <h1 className="sr-only">{title}</h1>}
      <button className="line small ml-auto" onClick={fold}>
        {alone ? PLAN_TEXT.showEverything : PLAN_TEXT.onlyPictures} <kbd>E</kbd>
      </button>
    </>
  );
}
