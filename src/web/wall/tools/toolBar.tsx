import { WordSwitch } from '../../ui/words';
import { TOOLS, type Inquiry, type Tool } from './inquiry';

/** Tools that show something on the plan. */
const OF_PLAN: readonly Tool[] = ['landmarks', 'across'];

/** What a hand can ask of the two pictures, as words. */
export function ToolBar({
  inquiry,
  planless,
}: {
  inquiry: Inquiry;
  /** there is no plan */
  planless: boolean;
}) {
  return (
    <div className="words" role="group" aria-label="Measure">
      {TOOLS.filter(([tool]) => !planless || !OF_PLAN.includes(tool)).map(([tool, name, hint, hotkey]) => (
        <WordSwitch
          key={tool}
          on={inquiry.tool === tool}
          title={`${hint} Key ${hotkey.toUpperCase()}.`}
          onSwitch={() => inquiry.choose(inquiry.tool === tool ? null : tool)}
        >
          {name}
        </WordSwitch>
      ))}
    </div>
  );
}
