import { index, route, type RouteConfig } from '@react-router/dev/routes'

export default [
  index('routes/projects.tsx'),
  route('project/:id', 'routes/project.tsx', [
    index('routes/start.tsx'),
    route('rack', 'routes/rack.tsx'),
    route('bench', 'routes/bench.tsx'),
    route('proof', 'routes/proof.tsx'),
    route('plans', 'routes/plans.tsx'),
    route('cuts', 'routes/cuts.tsx'),
  ]),
] satisfies RouteConfig
