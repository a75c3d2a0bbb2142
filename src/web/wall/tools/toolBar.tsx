import { TOOLS, type Inquiry } from './inquiry';
import { WordSwitch } from '../../ui/words';

/** What a hand can ask of the two pictures, as words. */
export function ToolBar({
  inquiry,
  planless,
  plumb,
  onPlumb,
  outlines,
  onOutlines,
}: {
  inquiry: Inquiry;
  /** there is no plan to show landmarks or masses of */
  planless: boolean;
  plumb: boolean;
  onPlumb: (on: boolean) => void;
  outlines: boolean;
  onOutlines: (on: boolean) => void;
}) {
  return (
    <div className="words" role="group" aria-label="Lines of inquiry">
      {TOOLS.filter(([tool]) => !planless || tool !== 'landmarks').map(([tool, name, hint, hotkey]) => (
        <WordSwitch
          key={tool}
          on={inquiry.tool === tool}
          title={`${hint} Key ${hotkey.toUpperCase()}.`}
          onSwitch={() => inquiry.choose(inquiry.tool === tool ? null : tool)}
        >
          {name}
        </WordSwitch>
      ))}
      <WordSwitch on={plumb} title="A plumb and a level line through the spot: key L" onSwitch={onPlumb}>
        Plumb and level
      </WordSwitch>
      {!planless && (
        <WordSwitch
          on={outlines}
          title="Outlines of the plan’s masses on the painting, and of the painting’s on the plan: key K"
          onSwitch={onOutlines}
        >
          Show mass outlines
        </WordSwitch>
      )}
    </div>
  );
}
