import { Transaction, type Sequelize } from 'sequelize';

interface Answer {
  readonly rows: unknown[];
}

/** A connection of the driver, which Sequelize’s types leave out. */
export interface Connection {
  query(text: string): Promise<Answer | readonly Answer[]>;
  query(question: { name: string; text: string; values: unknown[] }): Promise<Answer>;
}

/** What Sequelize’s types leave out of a transaction. */
interface Inside {
  readonly connection: Connection;
  prepareEnvironment(useCls: boolean): Promise<void>;
}

/** A transaction that asks its first question on the way in which it is opened. */
export class Opened extends Transaction {
  private answered: readonly unknown[] = [];

  /**
   * @param first     SQL without anything bound: nothing of a request may stand in it but what was checked to be
   *                  an id or a hash
   * @param readsOnly the database lets it write nothing
   */
  constructor(
    sequelize: Sequelize,
    private readonly first: string,
    readonly readsOnly: boolean,
  ) {
    super(sequelize, {});
  }

  /** The connection it runs on. */
  get wire(): Connection {
    return this.inside.connection;
  }

  /** Opens it, as Sequelize would, where its store of the running request is set. */
  async open<Row>(): Promise<readonly Row[]> {
    await this.inside.prepareEnvironment(true);
    return this.answered as Row[];
  }

  /** Called by Sequelize once there is a connection. */
  protected async begin(): Promise<void> {
    const answers = await this.wire.query(
      `START TRANSACTION${this.readsOnly ? ' READ ONLY' : ''}; ${this.first}`,
    );
    this.answered = (answers as readonly Answer[]).at(-1)!.rows;
  }

  private get inside(): Inside {
    return this as unknown as Inside;
  }
}
