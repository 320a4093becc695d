import { addFaces, type StageFace } from '@/desk/faces';

/** What the stage.ts of a room exports. */
interface StageRoom {
  /** Its stages that stand on a course of their own. */
  faces?: readonly StageFace[];
  /** Adds to the places of another stage, where it stands beside one. */
  join?: () => void;
}

/** Every room here: whoever adds one adds no line elsewhere. */
const rooms = Object.values(import.meta.glob<StageRoom>('./*/stage.ts', { eager: true }));

/** Makes them known to the desk. */
export function addStages() {
  for (const room of rooms) addFaces(room.faces ?? []);
  for (const room of rooms) room.join?.();
}
