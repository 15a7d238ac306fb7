import { useEffect, useState, type RefObject } from 'react';

/** How wide an element is, in px; 0 until it has been measured. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
    const [width, setWidth] = useState(0);
    useEffect(() => {
        if (!element.current) return;
        const observer = new ResizeObserver(([entry]) => setWidth(Math.round(entry!.contentRect.width)));
        observer.observe(element.current);
        return () => observer.disconnect();
    }, [element]);
    return width;
}
