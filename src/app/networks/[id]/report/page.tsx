import { ReportScreen } from '@/features/report/ReportScreen'

export default function ReportPage() {
  return <ReportScreen />
}
