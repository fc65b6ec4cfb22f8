import { Find } from "../../app/Find";

/** In a hand the search has a page. */
export function FindInHand() {
  return (
    <div className="px-4 pt-4 [&_input]:h-12 [&_input]:w-full [&_input]:text-[16px]">
      <h1 className="pb-3 font-serif text-[27px] leading-9">Find</h1>
      <Find asPage />
    </div>
  );
}
