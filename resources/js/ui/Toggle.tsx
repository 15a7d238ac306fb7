import { t } from '@/messages/message';
import { Switch } from 'radix-ui';

/** On or off, with the word beside it: the state is never told by colour alone. */
export function Toggle({
    on,
    onChange,
    label,
    words = [t('common.on'), t('common.off')],
    disabled,
}: {
    on: boolean;
    onChange: (on: boolean) => void;
    label: string;
    words?: [string, string];
    disabled?: boolean;
}) {
    return (
        <label className="inline-flex items-center gap-2">
            <Switch.Root
                checked={on}
                onCheckedChange={onChange}
                disabled={disabled}
                aria-label={label}
                className="h-[18px] w-8 rounded-full border border-line-2 bg-line data-[state=checked]:border-stripe data-[state=checked]:bg-stripe"
            >
                <Switch.Thumb className="block size-3.5 translate-x-px rounded-full bg-sheet transition-transform data-[state=checked]:translate-x-[15px]" />
            </Switch.Root>
            <span className="text-text-2">{on ? words[0] : words[1]}</span>
        </label>
    );
}
