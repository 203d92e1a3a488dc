import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button';

/** A button that opens a small sheet beside it. */
export function Menu({
  name,
  children,
  width = 'w-[260px]',
  isOpen,
  onOpen,
}: {
  name: ReactNode;
  children: ReactNode;
  width?: string;
  isOpen?: boolean;
  onOpen?(open: boolean): void;
}) {
  return (
    <Popover.Root
      {...(isOpen === undefined ? {} : { open: isOpen })}
      {...(onOpen ? { onOpenChange: onOpen } : {})}
    >
      <Popover.Trigger asChild>
        <Button className="h-[28px]">
          {name}
          <ChevronDown size={13} aria-hidden />
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          className={`z-30 ${width} rounded-sheet border border-strong/30 bg-sheet p-3 text-ink`}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
