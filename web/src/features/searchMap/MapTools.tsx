import { Button, Checkbox, Popover, Tooltip } from 'antd';
import { ArrowLeft, Camera, Layers, LocateFixed, Printer, Ruler, Search } from 'lucide-react';
import { useState } from 'react';
import { onPage } from '../../shared/onPage.js';
import { OVERLAYS, useOverlays } from '../map/index.js';
import type { OverlayName } from '../map/index.js';
import { PlaceField } from '../places/index.js';
import type { Spot } from './SpotCard.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './MapTools.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly onFound: (spot: Spot) => void;
  readonly onHere: () => void;
  /** Null while the map has not been anywhere else. */
  readonly onBack: (() => void) | null;
  readonly measuring: boolean;
  readonly onMeasure: () => void;
  readonly onPicture: () => void;
  readonly onPrint: () => void;
}

/** What can be done with the map itself. */
export function MapTools({ onFound, onHere, onBack, measuring, onMeasure, onPicture, onPrint }: Props) {
  const [finding, setFinding] = useState(false);
  return (
    <div className={cx('map-tools')} role="toolbar" aria-label="The map">
      {finding && (
        <PlaceField
          label="Find on the map"
          placeholder="A place, address, crossing or area"
          onChoose={(place, area) => {
            setFinding(false);
            onFound({ place, area });
          }}
          onLeave={() => setFinding(false)}
        />
      )}
      <Tool label="Find a place on the map" icon={<Search size={16} />} on={finding} onClick={() => setFinding(!finding)} />
      <Tool label="Where I am" icon={<LocateFixed size={16} />} onClick={onHere} />
      <Tool label="Back to where the map was" icon={<ArrowLeft size={16} />} disabled={!onBack} onClick={() => onBack?.()} />
      <Popover trigger="click" placement="bottomRight" getPopupContainer={onPage} content={<OverlayChoice />}>
        <Button
          size="small"
          className={cx('map-tool')}
          aria-label="What the map shows"
          icon={<Layers size={16} aria-hidden="true" />}
        />
      </Popover>
      <Tool label="Measure a distance" icon={<Ruler size={16} />} on={measuring} onClick={onMeasure} />
      <Tool label="Save a picture of the map" icon={<Camera size={16} />} onClick={onPicture} />
      <Tool label="Print the map" icon={<Printer size={16} />} onClick={onPrint} />
    </div>
  );
}

function Tool({
  label,
  icon,
  on = false,
  disabled = false,
  onClick,
}: {
  readonly label: string;
  readonly icon: React.ReactNode;
  readonly on?: boolean;
  readonly disabled?: boolean;
  readonly onClick: () => void;
}) {
  return (
    <Tooltip title={label} placement="bottom">
      <Button
        size="small"
        className={cx(on ? 'map-tool is-on' : 'map-tool')}
        aria-label={label}
        aria-pressed={on}
        disabled={disabled}
        icon={icon}
        onClick={onClick}
      />
    </Tooltip>
  );
}

function OverlayChoice() {
  const { shown, toggle } = useOverlays();
  return (
    <div className={cx('overlay-choice')} role="group" aria-label="What the map shows">
      {(Object.keys(OVERLAYS) as OverlayName[]).map((name) => (
        <Checkbox key={name} checked={shown.includes(name)} onChange={() => toggle(name)}>
          {OVERLAYS[name].label}
        </Checkbox>
      ))}
    </div>
  );
}
