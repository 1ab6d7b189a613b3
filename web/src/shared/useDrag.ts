import { PointerSensor, useSensor, useSensors } from '@dnd-kit/core';

/** What a pointer drags once it went some way; the keys have their own step (`Grip`). */
export function useDrag() {
  return useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
}
