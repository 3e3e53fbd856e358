import { benchOptions } from './options'

benchOptions()
