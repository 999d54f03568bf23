/** The tables that are edited row by row. Entries and their projections are written by features/entries/store.ts. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
} from 'sequelize'
import type { Role } from '#core/roles.ts'
import type { Db } from './connection.ts'

export class HouseModel extends Model<InferAttributes<HouseModel>, InferCreationAttributes<HouseModel>> {
  declare id: number
  declare name: string
  declare zone: string
  declare currency: string
  declare demo: CreationOptional<boolean>
}
export class AccountModel extends Model<
  InferAttributes<AccountModel>,
  InferCreationAttributes<AccountModel>
> {
  declare id: string
  declare party: string
  declare email: string
  declare passwordHash: string
  declare role: Role
  declare active: CreationOptional<boolean>
  declare pinHash: CreationOptional<string | null>
  declare pinTries: CreationOptional<number>
  declare pinLockedUntil: CreationOptional<Date | null>
}
export class InviteModel extends Model<InferAttributes<InviteModel>, InferCreationAttributes<InviteModel>> {
  declare id: string
  declare tokenHash: string
  declare name: string
  declare role: Role
  declare party: string | null
  declare expiresAt: Date
  declare usedAt: CreationOptional<Date | null>
  declare invitedBy: string
}
export class FileModel extends Model<InferAttributes<FileModel>, InferCreationAttributes<FileModel>> {
  declare sha256: string
  declare mime: string
  declare width: number
  declare height: number
  declare bytes: number
}

// Sequelize writes into these objects: each column gets its own.
const text = () => ({ type: DataTypes.TEXT, allowNull: false })
const uuid = () => ({ type: DataTypes.UUID, allowNull: false })

export function defineModels(db: Db) {
  HouseModel.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true },
      name: text(),
      zone: text(),
      currency: text(),
      demo: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
    },
    { sequelize: db, tableName: 'house' },
  )
  AccountModel.init(
    {
      id: { ...uuid(), primaryKey: true },
      party: uuid(),
      email: text(),
      passwordHash: text(),
      role: text(),
      active: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: true },
      pinHash: { type: DataTypes.TEXT },
      pinTries: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      pinLockedUntil: { type: DataTypes.DATE },
    },
    { sequelize: db, tableName: 'accounts' },
  )
  InviteModel.init(
    {
      id: { ...uuid(), primaryKey: true },
      tokenHash: text(),
      name: text(),
      role: text(),
      party: { type: DataTypes.UUID },
      expiresAt: { type: DataTypes.DATE, allowNull: false },
      usedAt: { type: DataTypes.DATE },
      invitedBy: uuid(),
    },
    { sequelize: db, tableName: 'invites' },
  )
  FileModel.init(
    {
      sha256: { ...text(), primaryKey: true },
      mime: text(),
      width: { type: DataTypes.INTEGER, allowNull: false },
      height: { type: DataTypes.INTEGER, allowNull: false },
      bytes: { type: DataTypes.INTEGER, allowNull: false },
    },
    { sequelize: db, tableName: 'files' },
  )
}
