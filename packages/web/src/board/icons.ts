import {
  Apple, Baby, Bath, Bed, Bell, Bike, BookOpen, Brain, Brush, Bus, Cake, Calculator, Car, CircleHelp, CircleCheck, Clock, CloudRain, Coffee, Cookie, CupSoda, DoorOpen, Dog, Droplet, Ear, Eye, Flame, Flower, Frown, Gamepad2, Gift, Glasses, Hand, Headphones, Heart, House, Laugh, Leaf,
  Map as MapIcon, Meh, MessageCircle, Mic, Moon, Music, Paintbrush, PartyPopper, Pause, PawPrint, Pencil, Phone, Pill, Pizza, Play, Plus, Puzzle, Repeat, Ruler, Sandwich, School, Scissors, Shirt, Shovel, Smile, Snowflake, Sparkles, Star, Stethoscope, Sun, Tent, ThumbsDown, ThumbsUp, Toilet, TreePine, Trophy, Umbrella, Users, Utensils, Volume2, VolumeX, Waves, Wind, X, Zap,
  type LucideIcon,
} from 'lucide-react'; // prettier-ignore

/** Icons that a button can bear, of an open set, by their names. */
export const ICONS: Readonly<Record<string, LucideIcon>> = {
  yes: ThumbsUp, no: ThumbsDown, help: CircleHelp, done: CircleCheck, more: Plus, stop: X, wait: Pause, go: Play, again: Repeat, hello: Hand, speak: MessageCircle, listen: Ear, readingStyle: Eye, loud: Volume2, quiet: VolumeX, happy: Smile, laugh: Laugh, sad: Frown, 'so-so': Meh, love: Heart,
  eat: Utensils, apple: Apple, sandwich: Sandwich, pizza: Pizza, cookie: Cookie, cake: Cake, drink: CupSoda, water: Droplet, coffee: Coffee, toilet: Toilet, wash: Bath, sleep: Bed, pill: Pill, doctor: Stethoscope, baby: Baby, clothes: Shirt, glasses: Glasses, home: House, door: DoorOpen, school: School,
  friends: Users, read: BookOpen, write: Pencil, paint: Brush, draw: Paintbrush, cut: Scissors, ruler: Ruler, sums: Calculator, think: Brain, puzzle: Puzzle, music: Music, headphones: Headphones, sing: Mic, play: Gamepad2, party: PartyPopper, gift: Gift, prize: Trophy, star: Star, bell: Bell, time: Clock,
  phone: Phone, car: Car, bus: Bus, bike: Bike, map: MapIcon, sun: Sun, moon: Moon, rain: CloudRain, umbrella: Umbrella, snow: Snowflake, wind: Wind, sea: Waves, tree: TreePine, leaf: Leaf, flower: Flower, dog: Dog, animal: PawPrint, tent: Tent, dig: Shovel, fire: Flame, shine: Sparkles, quick: Zap,
}; // prettier-ignore
