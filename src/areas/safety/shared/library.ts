import type { Supervision } from '@/core/safety';

interface Entry {
  name: string;
  cautions: string;
  equipment: string;
  supervision: Supervision;
  needsTraining: boolean;
  needsReading: boolean;
}

/** General cautions to start from; an instructor takes what is needed into the project and changes it there. */
export const LIBRARY: readonly Entry[] = [
  {
    name: 'Cutting tools',
    cautions:
      'Cut away from yourself and from others, on a mat, with the work held down by something other than fingers. Change a dull blade instead of pushing harder. Cover or put down the blade before walking. Pass a knife by its handle.',
    equipment: 'eye protection, cutting mat, cut-resistant glove on the holding hand',
    supervision: 'in the room',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Hot glue',
    cautions:
      'Nozzle and glue burn skin. Set the gun on its stand over a mat, never on its side. Press parts together with a stick, not with fingers. Cool a burn under running water at once and tell the instructor.',
    equipment: 'eye protection, heat-proof mat, cold water near',
    supervision: 'in the room',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Power tools',
    cautions:
      'Nothing loose: hair tied back, no gloves, scarves or cords near what turns. Clamp the work. Let the tool stop before touching anything. Unplug or take the battery out before changing a bit or blade. One person at the tool, the others behind the line.',
    equipment: 'eye and hearing protection, closed shoes, dust mask where it dusts',
    supervision: 'beside',
    needsTraining: true,
    needsReading: true,
  },
  {
    name: 'Laser cutter',
    cautions:
      'Only materials on the machine’s list; never PVC or anything that gives off chlorine. Extraction on before the first cut. Stay with it the whole time: small flames start and grow quickly. Lid shut; do not look at the cutting point for long. Let fumes clear before opening.',
    equipment: 'extraction, fire blanket and extinguisher within reach',
    supervision: 'in the room',
    needsTraining: true,
    needsReading: true,
  },
  {
    name: '3D printer',
    cautions:
      'Nozzle and bed are hot enough to burn. Keep fingers out while it moves. Let the bed cool before taking a part off, and pry away from the hand. Air the room, more so with materials that smell.',
    equipment: 'scraper with a blunt edge, eye protection when breaking supports off',
    supervision: 'usual',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Soldering',
    cautions:
      'The iron stays hot long after it is switched off: back into its stand every time. Work with extraction or an open window, head out of the fumes. Solder only what is without power. Wash hands afterwards, before eating.',
    equipment: 'eye protection, extraction, heat-proof mat',
    supervision: 'in the room',
    needsTraining: true,
    needsReading: true,
  },
  {
    name: 'Stored energy: springs and rubber',
    cautions:
      'What is stretched or wound comes back. Nobody stands in the line in which it would fly. Wind and release by a trigger at arm’s length. Look for cracks and frays before every use. Never leave it wound.',
    equipment: 'eye protection for everybody near',
    supervision: 'in the room',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Stored energy: raised masses',
    cautions:
      'Nobody and nothing below or in the path of a raised mass. Secure it with a pin or a second line while hands are near. Announce every release and wait for the answer. Lower it at the end of the lesson.',
    equipment: 'closed shoes, eye protection, a marked area',
    supervision: 'in the room',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Stored energy: capacitors',
    cautions:
      'A capacitor keeps its charge after the power is off. Discharge it through a resistor and measure before touching. Mind polarity and rated voltage: the wrong way round it can burst. Stay at low voltage.',
    equipment: 'eye protection, discharge resistor, meter',
    supervision: 'beside',
    needsTraining: true,
    needsReading: true,
  },
  {
    name: 'Batteries',
    cautions:
      'Never short, pierce, heat or charge a damaged or swollen cell. Charge with the charger made for it, on a surface that can’t burn, and not unattended. Insulate ends before storing. A hot or smoking cell: leave it, warn everybody, fetch the instructor.',
    equipment: 'charging tray that can’t burn, insulating tape',
    supervision: 'in the room',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Pressurised water or air',
    cautions:
      'Stay below the lowest rated pressure of any part, with a relief valve that was tested. Fill from a distance, nobody in line with the openings. Never aim at a person; compressed air never at skin. Let the pressure off before changing anything.',
    equipment: 'eye protection for everybody near, screen, relief valve',
    supervision: 'beside',
    needsTraining: true,
    needsReading: true,
  },
  {
    name: 'Presses and loads to failure',
    cautions:
      'What breaks throws splinters. Screen between the specimen and everybody; add load by steps and step back to read. Hands out while load is on. Something soft below what falls. Stop when it creaks, look, then go on.',
    equipment: 'eye protection for everybody, screen, closed shoes',
    supervision: 'beside',
    needsTraining: true,
    needsReading: true,
  },
  {
    name: 'People as loads',
    cautions:
      'Only after the structure has carried twice the person’s weight as dead load. One person at a time, who has agreed and can get off at any moment. Low above soft ground, helpers on both sides. Stop at the first sound or bend.',
    equipment: 'helmet, closed shoes, mat',
    supervision: 'by an adult',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Work at height and drops',
    cautions:
      'Students stay on the ground unless the school’s rules say otherwise; an adult goes up. Close off the place below before anything is dropped, with somebody watching it. Call out every drop and wait for the answer. Nothing loose on the edge.',
    equipment: 'helmet below, barrier, line for tools',
    supervision: 'by an adult',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Launches and projectiles',
    cautions:
      'One marked direction, everybody behind the line, nobody downrange. Load only when it is your turn; one voice counts down. A misfire is left alone for a minute, then made safe by the instructor. Soft tips; never at people or animals.',
    equipment: 'eye protection for everybody, marked range',
    supervision: 'beside',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Water sites',
    cautions:
      'Ask whose water it is and what the school requires. Nobody alone and nobody in the water; know who can swim. Watch banks that are slippery or undercut, and rising water. Throwing line at hand. Wash hands after.',
    equipment: 'life vests where the school requires them, throwing line, shoes with grip',
    supervision: 'by an adult',
    needsTraining: false,
    needsReading: true,
  },
  {
    name: 'Weather',
    cautions:
      'Look at the forecast on the day. Stop for thunder, strong wind or ice, and go inside early. Shade and water in heat, layers in cold. Say before who decides to break off.',
    equipment: 'water, sun or rain protection',
    supervision: 'in the room',
    needsTraining: false,
    needsReading: false,
  },
  {
    name: 'Moving vehicles',
    cautions:
      'A closed lane with a stop at its end; nobody steps in to catch. Walk the lane before a run. Start only on a call, after everybody is behind the line. Wait until it stands before touching it; switch off or block it first.',
    equipment: 'closed shoes, barrier at the end of the lane',
    supervision: 'in the room',
    needsTraining: false,
    needsReading: true,
  },
];
