export type PostState = 'shut' | 'conditions' | 'open';
export const POST_WORD: Record<PostState, string> = {
  shut: 'shut',
  conditions: 'open with conditions',
  open: 'open',
};
export const POST_TONE: Record<PostState, string> = {
  shut: 'text-brick',
  conditions: 'text-ochre',
  open: 'text-moss',
};
const ARM: Record<PostState, string> = { shut: 'M5 13 H25', conditions: 'M5 13 L20 5', open: 'M5 13 V1' };

/** The post of a gate: its arm is down when shut, half up with conditions, up when open. The word stands beside it. */
export function Post({ state }: { state: PostState }) {
  return (
    <svg
      width="28"
      height="18"
      viewBox="0 0 28 18"
      aria-hidden
      className={`inline-block align-[-3px] ${POST_TONE[state]}`}
    >
      <path d="M2 17.25 H27" stroke="var(--rule)" fill="none" />
      <path d="M5 17 V11" stroke="var(--ink)" strokeWidth="3" fill="none" />
      <path d={ARM[state]} stroke="currentColor" strokeWidth="2.5" fill="none" />
    </svg>
  );
}
