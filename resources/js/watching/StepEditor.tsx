import { t } from '@/messages/watching';
import { Select } from '@/ui/Select';
import { X } from 'lucide-react';
import { useState, type InputHTMLAttributes } from 'react';
import { kindOf, KINDS, READ_AS, words, type Kind, type Step } from './recipeSteps';

const KIND_OPTIONS = Object.entries(KINDS).map(([kind, { name }]) => [kind as Kind, name] as const);
const READ_AS_OPTIONS = Object.entries(READ_AS) as (readonly [keyof typeof READ_AS, string])[];

interface Props {
    step: Step;
    /** Which one it is, from 1. */
    number: number;
    onChange: (step: Step) => void;
    onRemove: () => void;
}

/** One step of a recipe: what it does, and with what. */
export function StepEditor({ step, number, onChange, onRemove }: Props) {
    const kind = kindOf(step);
    return (
        <div className="flex flex-wrap items-center gap-1.5">
            <Select
                hideLabel
                label={t('watching.stepDoes', { number })}
                className="w-36"
                value={kind}
                options={KIND_OPTIONS}
                onChange={(next) => onChange({ ...KINDS[next].empty })}
            />
            {kind === 'as' ? (
                <ReadAs step={step} number={number} onChange={onChange} />
            ) : (
                kind !== 'text' && (
                    <Text
                        label={t('watching.stepWith', { number })}
                        value={String(step[kind])}
                        className="w-44"
                        onChange={(event) => onChange({ ...step, [kind]: event.target.value })}
                    />
                )
            )}
            {kind === 'replace' && (
                <Text
                    label={t('watching.stepBy', { number })}
                    value={String(step.with)}
                    className="w-24"
                    placeholder={t('watching.stepByNothing')}
                    onChange={(event) => onChange({ ...step, with: event.target.value })}
                />
            )}
            {kind === 'select' && <Nth step={step} number={number} onChange={onChange} />}
            <button
                type="button"
                onClick={onRemove}
                aria-label={t('watching.stepRemove', { number })}
                className="grid size-7 place-items-center rounded text-text-3 hover:text-text"
            >
                <X size={14} />
            </button>
        </div>
    );
}

interface TextProps extends InputHTMLAttributes<HTMLInputElement> {
    label: string;
}

const Text = ({ label, className, ...props }: TextProps) => (
    <input
        {...props}
        aria-label={label}
        spellCheck={false}
        className={`h-8 rounded-md border border-line-2 bg-sheet px-2 font-mono text-[12.5px] ${className ?? ''}`}
    />
);

type Part = Pick<Props, 'step' | 'number' | 'onChange'>;

/** Of several that fit, which: from 0, from the end with a minus. */
function Nth({ step, number, onChange }: Part) {
    const [text, setText] = useState(step.nth === undefined ? '' : String(step.nth));
    return (
        <Text
            label={t('watching.stepNth', { number })}
            value={text}
            className="w-16"
            placeholder={t('watching.stepNthFirst')}
            inputMode="numeric"
            onChange={(event) => {
                setText(event.target.value);
                const rest: Step = { select: step.select };
                if (/^-?\d{1,4}$/.test(event.target.value)) onChange({ ...rest, nth: Number(event.target.value) });
                else if (event.target.value === '') onChange(rest);
            }}
        />
    );
}

function ReadAs({ step, number, onChange }: Part) {
    const [inStock, setInStock] = useState(((step.in_stock as string[] | undefined) ?? []).join(', '));
    const [outOfStock, setOutOfStock] = useState(((step.out_of_stock as string[] | undefined) ?? []).join(', '));
    const said = (more: Step) => onChange({ ...step, ...more });
    return (
        <>
            <Select
                hideLabel
                label={t('watching.stepAsWhat', { number })}
                className="w-36"
                value={String(step.as) as keyof typeof READ_AS}
                options={READ_AS_OPTIONS}
                onChange={(as) => onChange(as === 'availability' ? { as, in_stock: [], out_of_stock: [] } : { as })}
            />
            {step.as === 'availability' && (
                <>
                    <Text
                        label={t('watching.wordsInStock')}
                        placeholder={t('watching.wordsInStock')}
                        value={inStock}
                        onChange={(event) => {
                            setInStock(event.target.value);
                            said({ in_stock: words(event.target.value) });
                        }}
                    />
                    <Text
                        label={t('watching.wordsOutOfStock')}
                        placeholder={t('watching.wordsOutOfStock')}
                        value={outOfStock}
                        onChange={(event) => {
                            setOutOfStock(event.target.value);
                            said({ out_of_stock: words(event.target.value) });
                        }}
                    />
                </>
            )}
        </>
    );
}
