export { Modal as default } from 'antd'
