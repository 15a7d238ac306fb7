/** Our sign: the outline of a fish with its stripe. */
export function Mark({ size = 52 }: { size?: number }) {
    return (
        <svg width={size} height={size * 0.42} viewBox="0 0 52 22" aria-hidden="true">
            <path
                d="M1 11C8 1.5 24 .5 35 8.2L50 1.5 46 11l4 9.5-15-6.7C24 21.5 8 20.5 1 11Z"
                fill="none"
                stroke="#e6eafb"
                strokeWidth="1.6"
                strokeLinejoin="round"
            />
            <path d="M9 11h29" stroke="#6d88f5" strokeWidth="3.4" />
            <circle cx="9.5" cy="8.8" r="1.4" fill="#f0b90b" />
        </svg>
    );
}
