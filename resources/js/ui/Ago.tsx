import { ago, clock } from './figures';

/** How long ago something was; exactly when, for those who point at it. */
export const Ago = ({ time, className }: { time: string | null; className?: string }) =>
    time === null ? (
        <span className={className}>{ago(time)}</span>
    ) : (
        <time dateTime={time} title={clock(time)} className={className}>
            {ago(time)}
        </time>
    );
