import { LoadingPage } from '@/features/shell/loading-page'

export default function Loading() {
  return <LoadingPage />
}
