export {
  inShort,
  ITEM_KINDS,
  judgeGate,
  type Decision,
  type Evidence,
  type GateItem,
  type ItemKind,
  type JudgedGate,
  type JudgedItem,
  type ReviewVerdict,
} from './judgeGate';
