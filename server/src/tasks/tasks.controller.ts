import { Body, Controller, Delete, Get, Param, Patch, Post, UseGuards } from '@nestjs/common';
import type { Task } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { NewTaskBody, TaskChangeBody } from './dto/bodies.js';
import { TasksService } from './tasks.service.js';

@Controller('tasks')
@UseGuards(AgentGuard)
export class TasksController {
  constructor(private readonly tasks: TasksService) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<Task[]> {
    return this.tasks.list(agent.id);
  }

  @Post()
  add(@CurrentAgent() agent: AgentRow, @Body() body: NewTaskBody): Promise<{ id: string }> {
    return this.tasks.add(agent.id, body);
  }

  @Patch(':id')
  async change(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() body: TaskChangeBody,
  ): Promise<Record<string, never>> {
    await this.tasks.change(agent.id, id, body);
    return {};
  }

  @Delete(':id')
  async remove(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Record<string, never>> {
    await this.tasks.remove(agent.id, id);
    return {};
  }
}
