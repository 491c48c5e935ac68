//! Codes that let one device in, once.

use chrono::{DateTime, Utc};
use ink_lamp_light::refusal::Refusal;
use sea_orm::{ActiveValue::Set, ColumnTrait, EntityTrait, PaginatorTrait, QueryFilter, sea_query::Expr};
use uuid::Uuid;

use crate::{
    door_role::DoorRole,
    entity::door_code::{ActiveModel, Column, Entity, Model},
    error::{Answer, StoreError},
    patience::patiently,
    store::Store,
};

/// So many codes may be open at once.
const MOST_CODES: u64 = 20;

/// A code that lets one device in, once.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Code {
    /// Its id.
    pub id: Uuid,
    /// As what it lets in: assistant, guest or device.
    pub role: DoorRole,
    /// The look whose board is opened first.
    pub look: Option<Uuid>,
    /// Until when it is good.
    pub until: DateTime<Utc>,
}

impl From<Model> for Code {
    fn from(row: Model) -> Self {
        Self { id: row.id, role: DoorRole::read(&row.role), look: row.look_id, until: row.until }
    }
}

fn open() -> sea_orm::Select<Entity> {
    Entity::find().filter(Column::UsedAt.is_null()).filter(Column::EndedAt.is_null()).filter(Expr::cust("until > now()"))
}

impl Store {
    /// Keeps a code that was made; `signs` is the SHA-256 of its signs.
    ///
    /// # Errors
    /// As many as may be open, or where the database does not answer.
    pub fn make_code<'a>(&'a self, code: &'a Code, signs: [u8; 32]) -> Answer<'a, ()> {
        patiently(move || {
            Box::pin(async move {
                if open().count(&self.db).await? >= MOST_CODES {
                    return Err(Refusal::new("", format!("{MOST_CODES} codes are open. Take one back first.")).into());
                }
                let row = ActiveModel {
                    id: Set(code.id),
                    code: Set(signs.to_vec()),
                    role: Set(code.role.name().to_owned()),
                    look_id: Set(code.look),
                    until: Set(code.until),
                    used_at: Set(None),
                    ended_at: Set(None),
                };
                Entity::insert(row).on_conflict_do_nothing_on([Column::Id]).exec_without_returning(&self.db).await?;
                Ok(())
            })
        })
    }

    /// Uses a code up: it is good once, however many ask at the same moment. None where it is not, or no longer.
    ///
    /// # Errors
    /// Where the database does not answer. It is not tried again: nobody would know whether the code was used.
    pub fn use_code(&self, signs: [u8; 32]) -> Answer<'_, Option<Code>> {
        Box::pin(async move {
            let used = Entity::update_many()
                .col_expr(Column::UsedAt, Expr::value(Some(Utc::now())))
                .filter(Column::Code.eq(signs.to_vec()))
                .filter(Column::UsedAt.is_null())
                .filter(Column::EndedAt.is_null())
                .filter(Expr::cust("until > now()"));
            Ok(used.exec_with_returning(&self.db).await?.into_iter().next().map(Code::from))
        })
    }

    /// Takes a code back. Whether it still let somebody in does not matter: from now on it does not.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn end_code(&self, id: Uuid) -> Answer<'_, ()> {
        patiently(move || {
            let end = Entity::update_many().col_expr(Column::EndedAt, Expr::value(Some(Utc::now()))).filter(Column::Id.eq(id));
            Box::pin(async move {
                match end.exec(&self.db).await?.rows_affected {
                    0 => Err(StoreError::NotFound { what: "code", id }),
                    _ => Ok(()),
                }
            })
        })
    }

    /// Whether a code still waits for somebody.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn code_is_open(&self, id: Uuid) -> Answer<'_, bool> {
        patiently(move || Box::pin(async move { Ok(open().filter(Column::Id.eq(id)).count(&self.db).await? > 0) }))
    }
}
