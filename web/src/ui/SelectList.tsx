import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";
import { type SelectProps, selectFace } from "./selectFace";

/** The list itself, with all that its keys and its place on screen take. */
export function SelectList<T extends string>(props: SelectProps<T>) {
  const { label, options, value, onChoose } = props;
  const { name, className, face } = selectFace(props);
  return (
    <Listbox value={value} onChange={onChoose}>
      <ListboxButton aria-label={`${label}: ${name}`} className={className}>
        {face}
      </ListboxButton>
      <ListboxOptions
        anchor="bottom end"
        className="z-40 mt-1 bg-paper py-1 text-ink shadow-lg ring-1 ring-ink/40"
      >
        {options.map(([key, text]) => (
          <ListboxOption
            key={key}
            value={key}
            className="flex min-h-11 cursor-pointer items-center px-4 data-focus:bg-ink data-focus:text-paper data-selected:font-bold"
          >
            {text}
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}
