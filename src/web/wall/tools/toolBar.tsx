import { TOOLS, type Inquiry } from './inquiry';

/** What a hand can ask of the two pictures, as words. */
export function ToolBar({
  inquiry,
  plumb,
  onPlumb,
  outlines,
  onOutlines,
}: {
  inquiry: Inquiry;
  plumb: boolean;
  onPlumb: (on: boolean) => void;
  outlines: boolean;
  onOutlines: (on: boolean) => void;
}) {
  return (
    <div className="words" role="group" aria-label="Lines of inquiry">
      {TOOLS.map(([tool, name, hint, hotkey]) => (
        <button
          key={tool}
          className="word"
          aria-pressed={inquiry.tool === tool}
          title={`${hint} Key ${hotkey.toUpperCase()}.`}
          onClick={() => inquiry.choose(inquiry.tool === tool ? null : tool)}
        >
          {name}
        </button>
      ))}
      <button
        className="word"
        aria-pressed={plumb}
        title="A plumb and a level line through the spot, on both pictures: key L"
        onClick={() => onPlumb(!plumb)}
      >
        Plumb and level
      </button>
      <button
        className="word"
        aria-pressed={outlines}
        title="Outlines of the plan’s masses on the painting, and of the painting’s on the plan: key K"
        onClick={() => onOutlines(!outlines)}
      >
        Outlines
      </button>
    </div>
  );
}
