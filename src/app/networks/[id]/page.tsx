import { Work } from '@/features/work/Work'

export default function WorkPage() {
  return <Work />
}
