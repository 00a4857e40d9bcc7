import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import { X } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "./Button";

export interface PanelProps {
  open: boolean;
  title: string;
  onClose?: () => void;
  children: ReactNode;
  wide?: boolean;
}

/** The sheet of paper itself, with all that a dialog needs. */
export function PanelDialog({ open, title, onClose, children, wide = false }: PanelProps) {
  return (
    <Dialog open={open} onClose={onClose ?? (() => {})} className="relative z-30">
      <DialogBackdrop className="fixed inset-0 bg-black/55" />
      <div className="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel
          className={`flex max-h-[88vh] w-full flex-col bg-paper text-ink shadow-[0_8px_40px_rgb(0_0_0/0.5)] ${wide ? "max-w-3xl" : "max-w-md"}`}
        >
          <div className="flex items-center justify-between gap-4 pt-3 pr-3 pb-1 pl-6">
            <DialogTitle className="font-bold text-2xl">{title}</DialogTitle>
            {onClose && (
              <Button look="paper" aria-label="Close" onClick={onClose}>
                <X aria-hidden="true" size={20} />
              </Button>
            )}
          </div>
          <div
            className="min-h-0 overflow-y-auto px-6 pb-6"
            // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by key
            tabIndex={0}
          >
            {children}
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
