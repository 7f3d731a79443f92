import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Put } from '@nestjs/common';
import {
  ChangeRole,
  Leave,
  NewInvitation,
  type InvitationLink,
  type InvitationRow,
  type PersonView,
} from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { InvitationsService } from './invitations.service.js';
import { PeopleService } from './people.service.js';

@Controller('people')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly invitations: InvitationsService,
  ) {}

  /** People of the shop. */
  @Get()
  list(): Promise<PersonView[]> {
    return this.people.list();
  }

  /** Invitations nobody has taken up yet. */
  @Get('invitations')
  @May('manage-people')
  open(): Promise<InvitationRow[]> {
    return this.invitations.list();
  }

  /** Invites somebody into the shop: the link is shown once. */
  @Post('invitations')
  @May('manage-people')
  invite(@Body() body: NewInvitation): Promise<InvitationLink> {
    return this.invitations.invite(body);
  }

  /** Withdraws an invitation. */
  @Delete('invitations/:id')
  @HttpCode(204)
  @May('manage-people')
  withdraw(@Param('id', IdPipe) id: string): Promise<void> {
    return this.invitations.withdraw(id);
  }

  /** Gives somebody another role. */
  @Patch(':id/role')
  @May('manage-people')
  changeRole(@Param('id', IdPipe) id: string, @Body() body: ChangeRole): Promise<PersonView[]> {
    return this.people.changeRole(id, body);
  }

  /** Somebody leaves the shop: nothing of theirs is lost, and they may sign in no more. */
  @Put(':id/left')
  @May('manage-people')
  leave(@Param('id', IdPipe) id: string, @Body() body: Leave): Promise<PersonView[]> {
    return this.people.leave(id, body);
  }

  /** Somebody who left is back. */
  @Put(':id/back')
  @May('manage-people')
  back(@Param('id', IdPipe) id: string, @Body() body: Leave): Promise<PersonView[]> {
    return this.people.comeBack(id, body);
  }

  /** A one-time link with which somebody sets another password. */
  @Post(':id/renewal')
  @May('manage-people')
  renewal(@Param('id', IdPipe) id: string): Promise<InvitationLink> {
    return this.invitations.renewal(id);
  }
}
